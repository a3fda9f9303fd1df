package app.pervius.server.reviews.chasing;

import app.pervius.core.review.Chase;
import app.pervius.core.review.Route;
import app.pervius.core.review.Step;
import app.pervius.core.tell.Occasion;
import app.pervius.server.due.Look;
import app.pervius.server.projects.Projects;
import app.pervius.server.reviews.Boards;
import app.pervius.server.reviews.ChaseBook;
import app.pervius.server.reviews.Deciding;
import app.pervius.server.reviews.Review;
import app.pervius.server.reviews.ReviewRepository;
import app.pervius.server.reviews.ReviewState;
import app.pervius.server.reviews.ReviewTelling;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Looks after late steps: reminds, escalates and, where the route says so, takes silence for an answer; each once for a step, whatever
 * crashes.
 */
@Component
class Chasing implements Look {

    private static final Logger LOG = LoggerFactory.getLogger(Chasing.class);
    private static final int AT_A_TIME = 100;

    private final ReviewRepository reviews;
    private final Boards boards;
    private final Owing owing;
    private final ChaseBook chases;
    private final ReviewTelling telling;
    private final Deciding deciding;
    private final Projects projects;
    private final TransactionTemplate transaction;
    private final InstantSource clock;

    Chasing(ReviewRepository reviews, Boards boards, Owing owing, ChaseBook chases, ReviewTelling telling, Deciding deciding,
            Projects projects, TransactionTemplate transaction, InstantSource clock) {
        this.reviews = reviews;
        this.boards = boards;
        this.owing = owing;
        this.chases = chases;
        this.telling = telling;
        this.deciding = deciding;
        this.projects = projects;
        this.transaction = transaction;
        this.clock = clock;
    }

    @Override
    public String key() {
        return "late-reviews";
    }

    @Override
    public Duration every() {
        return Duration.ofSeconds(20);
    }

    /** Does what is due for every review; one that cannot be looked after is left for the next time and holds up no other. */
    @Override
    public void look() {
        for (Review due : reviews.toChase(ReviewState.OPEN, clock.instant(), Limit.of(AT_A_TIME))) {
            try {
                transaction.executeWithoutResult(status -> reviews.locked(due.id()).ifPresent(this::chase));
            } catch (RuntimeException e) {
                LOG.warn("review {} could not be looked after; it is tried again", due.id(), e);
            }
        }
    }

    private void chase(Review review) {
        if (review.state != ReviewState.OPEN || review.due == null || review.nextChase == null
                || review.nextChase.isAfter(clock.instant())) {
            return;
        }
        Route route = boards.route(review);
        Step step = route.steps().get(review.step);
        Set<Chase.Kind> done = chases.done(review);
        var calendar = projects.settings(review.projectId).calendar();
        int turn = review.turn;
        Instant due = review.due;
        step.chase().next(due, calendar, done).filter(n -> !n.at().isAfter(clock.instant())).ifPresent(next -> {
            chases.add(review, next.kind());
            done.add(next.kind());
            // Where nobody looked for a while, nobody is reminded twice in one moment.
            boolean overtaken = next.kind() == Chase.Kind.REMIND_BEFORE && step.chase().next(due, calendar, done)
                    .filter(n -> n.kind() == Chase.Kind.REMIND_AFTER && !n.at().isAfter(clock.instant())).isPresent();
            if (!overtaken) {
                carryOut(review, route, step, next.kind());
            }
        });
        if (review.state == ReviewState.OPEN && review.turn == turn && review.due != null) {
            review.nextChase = step.chase().next(review.due, calendar, done).map(Chase.Next::at).orElse(null);
            reviews.save(review);
        }
    }

    private void carryOut(Review review, Route route, Step step, Chase.Kind kind) {
        String run = kind + " " + review.id() + " turn " + review.turn;
        switch (kind) {
            case REMIND_BEFORE, REMIND_AFTER -> {
                telling.tell(review, owing.unanswered(review), Occasion.REMINDED, run, "");
                telling.happens(review, Occasion.PROMPTED, "prompted " + run, "At “" + step.name() + "”, with " + owing.inWords(review)
                        + ".", Set.of());
            }
            case ESCALATE -> {
                String with = owing.inWords(review);
                var told = owing.escalatedTo(step);
                telling.tell(review, told, Occasion.ESCALATED, run, "\nAt “" + step.name() + "”, with " + with + ".");
                telling.happens(review, Occasion.ESCALATED, run, "At “" + step.name() + "”, with " + with + ".", told);
            }
            case SILENCE -> {
                if (!deciding.silence(review)) {
                    telling.tell(review, owing.unanswered(review), Occasion.REMINDED, run,
                            "\nSilence does not count here: a comment on the sheet has to be closed before.");
                }
            }
        }
    }
}
