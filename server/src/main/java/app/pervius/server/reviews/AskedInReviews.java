package app.pervius.server.reviews;

import app.pervius.server.messages.StillAsked;
import java.util.Collection;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Whose decision is asked for, by the seats of reviews. */
@Component
class AskedInReviews implements StillAsked {

    private final JdbcClient jdbc;

    AskedInReviews(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** Who is told and never sat there, such as a deputy, is asked for as long as the passage is in the review. */
    @Override
    public Set<Long> of(Collection<Long> passages, Collection<Long> people) {
        return passages.isEmpty() || people.isEmpty() ? Set.of() : jdbc.sql("""
                select p.passage_id from review_passage p where p.passage_id in (:passages) and p.over_at is null and (
                exists (select 1 from review_seat s where s.review_id = p.review_id and s.person_id in (:people) and s.open = true)
                or not exists (select 1 from review_seat s where s.review_id = p.review_id and s.person_id in (:people)))""")
                .param("passages", passages).param("people", people).query(Long.class).set();
    }
}
