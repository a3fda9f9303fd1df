package app.pervius.server.reviews;

import app.pervius.core.review.Chase;
import java.time.InstantSource;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.EnumSet;
import java.util.Objects;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What was done for late steps. */
@Component
public class ChaseBook {

    private final JdbcClient jdbc;
    private final InstantSource clock;

    ChaseBook(JdbcClient jdbc, InstantSource clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** What was done for a step counts for a review split off from it as well. */
    public void copy(Review from, Review to) {
        jdbc.sql("insert into review_chase (review_id, turn, kind, at) select ?, turn, kind, at from review_chase where review_id = ? "
                + "and turn = ?")
                .params(to.id(), from.id(), from.turn).update();
    }

    public Set<Chase.Kind> done(Review review) {
        Collection<String> kinds = jdbc.sql("select kind from review_chase where review_id = ? and turn = ?")
                .params(review.id(), review.turn).query(String.class).list();
        Set<Chase.Kind> done = EnumSet.noneOf(Chase.Kind.class);
        kinds.stream().filter(Objects::nonNull).map(Chase.Kind::valueOf).forEach(done::add);
        return done;
    }

    public void add(Review review, Chase.Kind kind) {
        jdbc.sql("insert into review_chase (review_id, turn, kind, at) values (?, ?, ?, ?)")
                .params(review.id(), review.turn, kind.name(), clock.instant().atOffset(ZoneOffset.UTC)).update();
    }
}
