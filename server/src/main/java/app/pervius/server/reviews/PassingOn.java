package app.pervius.server.reviews;

import app.pervius.server.due.Look;
import app.pervius.server.store.CrashPoint;
import java.time.Duration;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Goes on giving the files of large reviews their decisions, some in a transaction, until all have them; also what a crash left. */
@Component
class PassingOn implements Look {

    static final String KEY = "decisions";
    private static final Logger LOG = LoggerFactory.getLogger(PassingOn.class);

    private final ReviewRepository reviews;
    private final Outcomes outcomes;
    private final Boards boards;
    private final TransactionTemplate transaction;

    PassingOn(ReviewRepository reviews, Outcomes outcomes, Boards boards, TransactionTemplate transaction) {
        this.reviews = reviews;
        this.outcomes = outcomes;
        this.boards = boards;
        this.transaction = transaction;
    }

    @Override
    public String key() {
        return KEY;
    }

    @Override
    public Duration every() {
        return Duration.ofMinutes(1);
    }

    @Override
    public void look() {
        reviews.passingOn().forEach(this::all);
    }

    /** One that cannot go on holds up no other; it is tried again with the next look. */
    private void all(long review) {
        try {
            boolean more = true;
            while (more) {
                CrashPoint.HALF_PASSED_ON.reached();
                more = Boolean.TRUE.equals(transaction.execute(status -> some(review)));
            }
        } catch (RuntimeException e) {
            LOG.warn("the decisions of review {} could not be passed on; it is tried again", review, e);
        }
    }

    /** Whether there are more. */
    private boolean some(long id) {
        Review review = reviews.locked(id).orElseThrow();
        if (review.passingOn) {
            outcomes.passOn(review, boards.route(review));
        }
        return review.passingOn;
    }
}
