package app.pervius.server.reviews;

import app.pervius.core.review.Part;
import app.pervius.core.passage.Entry;
import app.pervius.core.review.Acting;
import app.pervius.core.review.Board;
import app.pervius.core.review.Refusal;
import app.pervius.core.review.Route;
import app.pervius.server.access.Actor;
import app.pervius.server.journal.Journal;
import app.pervius.server.passages.Moves;
import app.pervius.server.refused.Refused;
import java.util.List;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What everybody does who acts in a review: opening it where it is now, being refused in words, and leaving a note on its files. */
@Component
@Transactional(propagation = Propagation.MANDATORY)
public class Acts {

    private final ReviewAccess access;
    private final Boards boards;
    private final Seats seats;
    private final Refusals refusals;
    private final ReviewFiles files;
    private final Moves moves;

    Acts(ReviewAccess access, Boards boards, Seats seats, Refusals refusals, ReviewFiles files, Moves moves) {
        this.access = access;
        this.boards = boards;
        this.seats = seats;
        this.refusals = refusals;
        this.files = files;
        this.moves = moves;
    }

    /** A review held until the end of the transaction, where it is now, and whose seats the person may use. */
    public record Opened(Review review, Route route, Board board, Acting acting) {

        /** Whether it is not at the turn somebody saw any more. */
        public boolean isPast(int turn) {
            return turn != review.turn || !review.state.live();
        }
    }

    /** @throws Refused where the person does not see it */
    public Opened open(long id, Actor actor) {
        return opened(access.locked(id, actor), actor);
    }

    /** A review that is held already. */
    public Opened opened(Review review, Actor actor) {
        Route route = boards.route(review);
        return new Opened(review, route, boards.board(review, route), seats.acting(review, route, actor));
    }

    /** @param turn the turn the person saw */
    public Refused refused(Opened at, int turn, Refusal why) {
        return refusals.problem(at.review(), at.route(), turn, why);
    }

    /** Writes on every file of it that is under way. */
    public void note(Review review, Entry.Kind kind, Actor actor, String account) {
        moves.note(files.live(review.id()).stream().collect(Collectors.toMap(ReviewFiles.InReview::passage, file -> account)), kind,
                Journal.by(actor, review.projectId));
    }

    /** The parts a step was closed into. */
    List<Part> closed(Opened at, int turn, Board.Move move) {
        return switch (move) {
            case Board.Move.Closed(List<Part> parts) -> parts;
            case Board.Move.Refused(Refusal why) -> throw refused(at, turn, why);
            case Board.Move.Noted n -> throw new IllegalStateException("something was to be closed");
            case Board.Move.Divided d -> throw new IllegalStateException("nothing was to be divided");
        };
    }
}
