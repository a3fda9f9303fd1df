package app.pervius.server.reviews.arranging;

import app.pervius.core.review.Refusal;
import app.pervius.core.tell.Occasion;
import app.pervius.server.access.Actor;
import app.pervius.server.journal.Journal;
import app.pervius.server.passages.Moves;
import app.pervius.server.refused.Refused;
import app.pervius.server.reviews.Acts;
import app.pervius.server.reviews.Boards;
import app.pervius.server.reviews.Outcomes;
import app.pervius.server.reviews.Review;
import app.pervius.server.reviews.ReviewAccess;
import app.pervius.server.reviews.ReviewFiles;
import app.pervius.server.reviews.ReviewRepository;
import app.pervius.server.reviews.ReviewState;
import app.pervius.server.reviews.ReviewTelling;
import app.pervius.server.reviews.ReviewTurns;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** A review is taken back by its sender, the author or a controller, while nobody has decided; the files stay where they lie. */
@Service
@Transactional
public class TakingBack {

    private final ReviewRepository reviews;
    private final ReviewAccess access;
    private final Acts acts;
    private final ReviewTurns turns;
    private final ReviewTelling telling;
    private final ReviewFiles files;
    private final Moves moves;
    private final Outcomes outcomes;
    private final Boards boards;

    TakingBack(ReviewRepository reviews, ReviewAccess access, Acts acts, ReviewTurns turns, ReviewTelling telling, ReviewFiles files,
            Moves moves,
            Outcomes outcomes, Boards boards) {
        this.reviews = reviews;
        this.access = access;
        this.acts = acts;
        this.turns = turns;
        this.telling = telling;
        this.files = files;
        this.moves = moves;
        this.outcomes = outcomes;
        this.boards = boards;
    }

    /** Its sender, the author or a controller takes it back, while nobody has decided; the files stay where they lie. */
    void takeBack(long id, int turn, String reason, Actor actor) {
        Review review = reviews.locked(id).filter(r -> access.sees(r, actor) || mayTakeBack(r, actor))
                .orElseThrow(() -> Refused.notFound("review"));
        Acts.Opened at = acts.opened(review, actor);
        if (!mayTakeBack(review, actor)) {
            throw Refused.forbidden("A review is taken back by who sent it, by the author, or by document control.");
        }
        if (review.turn != turn) {
            throw acts.refused(at, turn, new Refusal.TurnIsOver());
        }
        at.board().notFresh().ifPresent(why -> {
            throw acts.refused(at, turn, why);
        });
        telling.everybody(review, Occasion.TAKEN_BACK, "taken back " + review.id(),
                "\nTaken back by " + actor.in(review.projectId).name() + (reason.isBlank() ? "." : ": " + reason.strip()), Set.of());
        files.live(review.id()).forEach(file -> {
            files.over(review.id(), List.of(file.passage()));
            moves.takeBack(file.passage(), Journal.by(actor, review.projectId),
                    "Taken back before anybody decided" + (reason.isBlank() ? "." : ": " + reason.strip()));
        });
        turns.end(review, ReviewState.TAKEN_BACK);
        outcomes.passOn(review, at.route());
    }

    public static boolean mayTakeBack(Review review, Actor actor) {
        return actor.controls(review.projectId) || actor.memberships().containsKey(review.projectId)
                && (actor.is(review.authorId) || actor.is(review.senderId));
    }

    /** Whether somebody may take a review back, and nobody has decided yet. */
    @Transactional(readOnly = true)
    public boolean couldTakeBack(Review review, Actor actor) {
        return mayTakeBack(review, actor) && boards.board(review, boards.route(review)).notFresh().isEmpty();
    }
}
