package app.pervius.server.reviews.arranging;

import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.WayOut;
import app.pervius.core.review.Refusal;
import app.pervius.core.tell.Occasion;
import app.pervius.server.access.Actor;
import app.pervius.server.passages.Engine;
import app.pervius.server.passages.Waiting;
import app.pervius.server.refused.Refused;
import app.pervius.server.reviews.Acts;
import app.pervius.server.reviews.Outcomes;
import app.pervius.server.reviews.Review;
import app.pervius.server.reviews.ReviewFiles;
import app.pervius.server.reviews.ReviewState;
import app.pervius.server.reviews.ReviewTelling;
import app.pervius.server.reviews.ReviewTurns;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** A controller stops a review: its files are stopped with the reason and their ways out. */
@Service
@Transactional
class Stopping {

    private final Acts acts;
    private final ReviewTurns turns;
    private final ReviewTelling telling;
    private final ReviewFiles files;
    private final Waiting waiting;
    private final Outcomes outcomes;
    private final Engine engine;

    Stopping(Acts acts, ReviewTurns turns, ReviewTelling telling, ReviewFiles files, Waiting waiting, Outcomes outcomes, Engine engine) {
        this.acts = acts;
        this.turns = turns;
        this.telling = telling;
        this.files = files;
        this.waiting = waiting;
        this.outcomes = outcomes;
        this.engine = engine;
    }

    void stop(long id, String reason, Actor actor) {
        Acts.Opened at = acts.open(id, actor);
        Review review = at.review();
        actor.mustControl(review.projectId);
        if (reason.isBlank()) {
            throw Refused.invalid("reason", "Say why; it stands on every file.");
        }
        if (!review.state.live()) {
            throw acts.refused(at, review.turn, new Refusal.IsOver());
        }
        List<Long> its = files.live(review.id()).stream().map(ReviewFiles.InReview::passage).toList();
        telling.everybody(review, Occasion.STOPPED, "stopped " + review.id(),
                "\nStopped by " + actor.in(review.projectId).name() + ": " + reason.strip(), Set.of());
        files.over(review.id(), its);
        turns.end(review, ReviewState.STOPPED);
        its.forEach(passage -> waiting.inVain(passage, "stopped " + review.id(), actor.person(review.projectId),
                new StopReason(StopReason.Code.REVIEW_STOPPED, actor.in(review.projectId)
                .name() + " stopped the review: " + reason.strip()),
                List.of(WayOut.TRY_AGAIN, WayOut.CHOOSE_ROUTE, WayOut.SEND_BACK, WayOut.TAKE_OUT)));
        outcomes.passOn(review, at.route());
        engine.wake(review.submissionId);
    }
}
