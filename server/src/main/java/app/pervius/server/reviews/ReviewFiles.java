package app.pervius.server.reviews;

import app.pervius.core.passage.PassageId;
import app.pervius.core.review.Board;
import app.pervius.core.review.Ending;
import app.pervius.core.review.ReviewStation;
import app.pervius.server.store.Portions;
import java.time.Instant;
import java.time.InstantSource;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Which revisions are in which review, as plain rows: by way of the entities each would be written twice. */
@Component
public class ReviewFiles {

    /** A revision in a review; {@code over} is when it left its steps, {@code passedOn} whether its outcome is no longer held back. */
    public record InReview(long review, long passage, Set<Integer> leftOut, Optional<Ending> ending, @Nullable Instant over,
            boolean passedOn) {

        Board.File file() {
            return new Board.File(new PassageId(passage), leftOut, ending);
        }
    }

    private final JdbcClient jdbc;
    private final InstantSource clock;

    ReviewFiles(JdbcClient jdbc, InstantSource clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    void add(long review, long passage, Set<Integer> leftOut) {
        jdbc.sql("insert into review_passage (review_id, passage_id, left_out, to_author) values (?, ?, ?, false)")
                .params(review, passage, write(leftOut)).update();
    }

    /** Those of a review, in the order they came. */
    public List<InReview> of(long review) {
        return jdbc.sql("select review_id, passage_id, left_out, ending_code, to_author, over_at, passed_on from review_passage where "
                + "review_id = ? order by review_id, passage_id")
                .param(review).query(ReviewFiles::row).list();
    }

    /** The review of a submission that still forms on this route, at this step, with the same people. */
    Optional<Long> forming(long submission, ReviewStation.Join join, String seats) {
        return jdbc.sql("select id from review where submission_id = ? and state = 'FORMING' and route_key = ? and step_began is null "
                + "and route_edition = ? and step = ? and seats_key = ? order by id")
                .params(submission, join.route().key(), join.route().edition(), join.step(), seats).query(Long.class).stream().findFirst();
    }

    /** So many of them at most, after the first {@code from}. */
    List<InReview> some(long review, int from, int most) {
        return jdbc.sql("select review_id, passage_id, left_out, ending_code, to_author, over_at, passed_on from review_passage where "
                + "review_id = ? order by review_id, passage_id offset ? rows fetch next ? rows only")
                .params(review, from, most).query(ReviewFiles::row).list();
    }

    /** The review a passage is or was in last. */
    Optional<Long> lastOf(long passage) {
        return jdbc.sql("select max(review_id) as last from review_passage where passage_id = ?").param(passage)
                .query((row, n) -> Optional.ofNullable(row.getObject("last", Long.class))).single();
    }

    /** Those of reviews, by review. */
    public Map<Long, List<InReview>> of(Collection<Long> reviews) {
        return Portions.of(reviews, some -> jdbc.sql("select review_id, passage_id, left_out, ending_code, to_author, over_at, passed_on "
                + "from review_passage where review_id in (:reviews) order by review_id, passage_id")
                .param("reviews", some).query(ReviewFiles::row).list()).stream().collect(Collectors.groupingBy(InReview::review));
    }

    /** Those still under review. */
    public List<InReview> live(long review) {
        return of(review).stream().filter(f -> f.over() == null).toList();
    }

    public void move(long from, long to, Collection<Long> passages) {
        passages.forEach(passage -> jdbc.sql("update review_passage set review_id = ? where review_id = ? and passage_id = ?")
                .params(to, from, passage).update());
    }

    void decided(long review, Map<PassageId, Ending> endings) {
        endings.forEach((passage, ending) ->
                jdbc.sql("update review_passage set ending_code = ?, to_author = ? where review_id = ? and passage_id = ?")
                .params(ending.code(), ending.toAuthor(), review, passage.value()).update());
    }

    public void over(long review, Collection<Long> passages) {
        OffsetDateTime now = clock.instant().atOffset(ZoneOffset.UTC);
        passages.forEach(passage -> jdbc.sql("update review_passage set over_at = ? where review_id = ? and passage_id = ?")
                .params(now, review, passage).update());
    }

    void passedOn(long review, long passage) {
        jdbc.sql("update review_passage set passed_on = true where review_id = ? and passage_id = ?").params(review, passage).update();
    }

    private static InReview row(java.sql.ResultSet row, int n) throws java.sql.SQLException {
        Integer code = row.getObject("ending_code", Integer.class);
        boolean toAuthor = row.getBoolean("to_author");
        OffsetDateTime over = row.getObject("over_at", OffsetDateTime.class);
        return new InReview(row.getLong("review_id"), row.getLong("passage_id"), read(row.getString("left_out")), Optional.ofNullable(code)
                .map(c -> new Ending(c, toAuthor)),
                over == null ? null : over.toInstant(), row.getBoolean("passed_on"));
    }

    private static String write(Set<Integer> steps) {
        return steps.stream().sorted().map(String::valueOf).collect(Collectors.joining(","));
    }

    private static Set<Integer> read(String steps) {
        return steps.isEmpty() ? Set.of() : java.util.Arrays.stream(steps.split(",")).map(Integer::valueOf).collect(Collectors.toSet());
    }
}
