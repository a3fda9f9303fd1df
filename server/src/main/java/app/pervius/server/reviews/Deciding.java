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
        heldBack(at.review().projectId, decision.passages(), decision.code()).forEach(this::refuse);
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
        parts.forEach(part -> heldBack(at.review().projectId, part).forEach(this::refuse));
        long project = at.review().projectId;
        closings.goOn(at.review(), at.route(), at.board(), parts, Journal.by(actor, project), actor.person(project));
    }

    /**
     * The time for an answer, and what was to be waited beyond it, is over.
     *
     * @return false where comments hold back the decision that silence would end it with: it waits for people then
     */
    public boolean silence(Review review) {
        Route route = boards.route(review);
        Board board = boards.board(review, route);
        switch (board.silence(review.turn)) {
            case Board.Move.Closed(List<Part> parts) -> {
                if (parts.stream().anyMatch(part -> !heldBack(review.projectId, part).isEmpty())) {
                    return false;
                }
                Board filled = board.filledWithSilence();
                answers.keep(review, route, filled, filled.files().stream().map(Board.File::passage).toList());
                closings.goOn(review, route, filled, parts, Journal.Actor.PERVIUS, null);
            }
            case Board.Move.Noted n -> { }
            case Board.Move.Divided d -> throw new IllegalStateException("silence divides nothing");
            case Board.Move.Refused(Refusal why) -> throw new IllegalStateException("silence was refused: " + why);
        }
        return true;
    }

    private Board noted(Acts.Opened at, int turn, Board.Move move) {
        return switch (move) {
            case Board.Move.Noted(Board board) -> board;
            case Board.Move.Refused(Refusal why) -> throw acts.refused(at, turn, why);
            case Board.Move.Closed c -> throw new IllegalStateException("nothing was to be closed");
            case Board.Move.Divided d -> throw new IllegalStateException("nothing was to be divided");
        };
    }

    /** A decision before which so many comments have to be closed. */
    private record HeldBack(long passage, int code, int comments) {
    }

    /** What a part would end with before its time. */
    private List<HeldBack> heldBack(long project, Part part) {
        Map<PassageId, Ending> ends = switch (part) {
            case Part.ToRelease(var endings) -> endings;
            case Part.Over(var endings) -> endings;
            case Part.Stays s -> Map.of();
            case Part.Goes g -> Map.of();
        };
        Map<Integer, List<Long>> byCode = ends.entrySet().stream().collect(Collectors.groupingBy(e -> e.getValue().code(),
                Collectors.mapping(e -> e.getKey().value(), Collectors.toList())));
        return byCode.entrySet().stream().flatMap(e -> heldBack(project, e.getValue(), e.getKey()).stream()).toList();
    }

    private List<HeldBack> heldBack(long project, List<Long> files, int code) {
        return sheets.neededBefore(project, files, code).entrySet().stream().map(e -> new HeldBack(e.getKey(), code,
                e.getValue())).toList();
    }

    private void refuse(HeldBack held) {
        boolean one = held.comments() == 1;
        throw Refused.conflict("needed-before", passages.passage(held.passage()).inWords() + " has " + (one
                ? "a comment that has to be closed" : held.comments() + " comments that have to be closed") + " before it can be “"
                + held.code() + "”. Read " + (one ? "it" : "them") + " on the sheet: close what is done, or give another code.");
    }

    private static PersonId from(Acts.Opened at, @Nullable Long wanted) {
        return wanted != null ? new PersonId(wanted) : at.board().seatOf(at.acting()).map(Seat::person).orElse(at.acting().by());
    }

    private static List<PassageId> ids(List<Long> passages) {
        return passages.stream().map(PassageId::new).toList();
    }
}
