package app.pervius.server.reviews;

import app.pervius.core.passage.PassageId;
import app.pervius.core.project.PersonId;
import app.pervius.core.review.Board;
import app.pervius.core.review.Ending;
import app.pervius.core.review.Part;
import app.pervius.core.review.Refusal;
import app.pervius.core.review.Route;
import app.pervius.core.review.Seat;
import app.pervius.server.access.Actor;
import app.pervius.server.journal.Journal;
import app.pervius.server.passages.Passages;
import app.pervius.server.refused.Refused;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** People decide: answers for files, and the closing of a step. One at a time for each review. */
@Service
@Transactional
public class Deciding {

    /**
     * A decision for some files alike.
     *
     * @param turn the turn the person saw
     * @param from whose seat it is given from; absent for one's own, or the only one the person may use
     * @param overrule whether it may take the place of what somebody else has said where one answer is enough
     */
    public record Decision(int turn, List<Long> passages, int code, String comment, @Nullable Long from, boolean overrule) {
    }

    private final Acts acts;
    private final Boards boards;
    private final AnswerBook answers;
    private final Closings closings;
    private final OnSheets sheets;
    private final Passages passages;

    Deciding(Acts acts, Boards boards, AnswerBook answers, Closings closings, OnSheets sheets, Passages passages) {
        this.acts = acts;
        this.boards = boards;
        this.answers = answers;
        this.closings = closings;
        this.sheets = sheets;
        this.passages = passages;
    }

    public void answer(long id, Decision decision, Actor actor) {
        Acts.Opened at = acts.open(id, actor);
        PersonId from = from(at, decision.from());
        List<PassageId> which = ids(decision.passages());
        Board.Move move = at.board().answer(decision.turn(), which, at.acting(), from, decision.code(), decision.comment().strip(),
                decision.overrule());
        Board noted = noted(at, decision.turn(), move);
        mayBe(at.review().projectId, decision.passages(), decision.code());
        answers.keep(at.review(), at.route(), noted, which);
    }

    /** Takes back what was said of files in this turn. */
    public void unsay(long id, int turn, List<Long> which, @Nullable Long seat, Actor actor) {
        Acts.Opened at = acts.open(id, actor);
        Board without = noted(at, turn, at.board().unsay(turn, ids(which), at.acting(), from(at, seat)));
        answers.keep(at.review(), at.route(), without, ids(which));
    }

    public void close(long id, int turn, Actor actor) {
        Acts.Opened at = acts.open(id, actor);
        List<Part> parts = acts.closed(at, turn, at.board().close(turn, at.acting()));
        // What was decided before somebody said what has to be done first.
        parts.forEach(part -> mayEnd(at.review().projectId, part));
        long project = at.review().projectId;
        closings.goOn(at.review(), at.route(), at.board(), parts, Journal.by(actor, project), actor.person(project));
    }

    /** The time for an answer, and what was to be waited beyond it, is over. */
    public void silence(Review review) {
        Route route = boards.route(review);
        Board board = boards.board(review, route);
        switch (board.silence(review.turn)) {
            case Board.Move.Closed(List<Part> parts) -> {
                Board filled = board.filledWithSilence();
                answers.keep(review, route, filled, filled.files().stream().map(Board.File::passage).toList());
                closings.goOn(review, route, filled, parts, Journal.Actor.PERVIUS, null);
            }
            case Board.Move.Noted n -> { }
            case Board.Move.Divided d -> throw new IllegalStateException("silence divides nothing");
            case Board.Move.Refused(Refusal why) -> throw new IllegalStateException("silence was refused: " + why);
        }
    }

    private Board noted(Acts.Opened at, int turn, Board.Move move) {
        return switch (move) {
            case Board.Move.Noted(Board board) -> board;
            case Board.Move.Refused(Refusal why) -> throw acts.refused(at, turn, why);
            case Board.Move.Closed c -> throw new IllegalStateException("nothing was to be closed");
            case Board.Move.Divided d -> throw new IllegalStateException("nothing was to be divided");
        };
    }

    private void mayEnd(long project, Part part) {
        Map<PassageId, Ending> ends = switch (part) {
            case Part.ToRelease(var endings) -> endings;
            case Part.Over(var endings) -> endings;
            case Part.Stays s -> Map.of();
            case Part.Goes g -> Map.of();
        };
        ends.entrySet().stream().collect(Collectors.groupingBy(e -> e.getValue().code(),
                Collectors.mapping(e -> e.getKey().value(), Collectors.toList()))).forEach((code, files) -> mayBe(project, files, code));
    }

    /** Refuses a decision before which comments have to be closed. */
    private void mayBe(long project, List<Long> files, int code) {
        sheets.neededBefore(project, files, code).forEach((passage, open) -> {
            throw Refused.conflict("needed-before", passages.passage(passage).inWords() + " has " + (open == 1
                    ? "a comment that has to be closed" : open + " comments that have to be closed") + " before it can be “" + code
                    + "”. Read " + (open == 1 ? "it" : "them") + " on the sheet: close what is done, or give another code.");
        });
    }

    private static PersonId from(Acts.Opened at, @Nullable Long wanted) {
        return wanted != null ? new PersonId(wanted) : at.board().seatOf(at.acting()).map(Seat::person).orElse(at.acting().by());
    }

    private static List<PassageId> ids(List<Long> passages) {
        return passages.stream().map(PassageId::new).toList();
    }
}
