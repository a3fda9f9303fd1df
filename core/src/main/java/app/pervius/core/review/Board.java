package app.pervius.core.review;

import app.pervius.core.passage.PassageId;
import app.pervius.core.project.DecisionCode;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * A review at one of its steps: what is decided so far and whether the step may be closed. Immutable; every move gives the
 * next board or the reason why not.
 *
 * @param step the step it is at, 0-based
 * @param passages the revisions under review
 * @param answers what has been said in this step so far
 */
public record Board(Route route, int step, List<PassageId> passages, Map<PassageId, Answer> answers, List<DecisionCode> codes) {

    /** What a move leads to. */
    public sealed interface Move {

        /** The same step, with the answers that stand now. */
        record Noted(Board board) implements Move {
        }

        /** The step is closed; the next one begins. */
        record NextStep(Board board) implements Move {
        }

        /** The last step is closed; every revision has its decision. */
        record Ended(Map<PassageId, DecisionCode> decisions) implements Move {
        }

        /** Somebody else has closed the step already: the review is at another one. */
        record StepIsOver() implements Move {
        }

        /** The person is not one of those who may decide here. */
        record NotYours() implements Move {
        }

        /** The revision is not in this review. */
        record NotInReview(PassageId passage) implements Move {
        }

        /** The code needs a comment. */
        record CommentMissing(DecisionCode code) implements Move {
        }

        /** Revisions without a decision. */
        record Undecided(List<PassageId> passages) implements Move {
        }
    }

    public Board {
        passages = List.copyOf(passages);
        answers = Map.copyOf(answers);
        codes = List.copyOf(codes);
    }

    /** A decision for some revisions alike, by {@code who}, meant for {@code meantStep}. */
    public Move answer(int meantStep, List<PassageId> which, Answer answer, boolean mayDecide) {
        DecisionCode code = DecisionCode.of(answer.code(), codes);
        if (meantStep != step) {
            return new Move.StepIsOver();
        }
        if (!mayDecide) {
            return new Move.NotYours();
        }
        for (PassageId passage : which) {
            if (!passages.contains(passage)) {
                return new Move.NotInReview(passage);
            }
        }
        if (code.commentRequired() && answer.comment().isBlank()) {
            return new Move.CommentMissing(code);
        }
        Map<PassageId, Answer> now = new LinkedHashMap<>(answers);
        which.forEach(passage -> now.put(passage, answer));
        return new Move.Noted(new Board(route, step, passages, now, codes));
    }

    /** Closes the step the person means. */
    public Move close(int meantStep, boolean mayDecide) {
        if (meantStep != step) {
            return new Move.StepIsOver();
        }
        if (!mayDecide) {
            return new Move.NotYours();
        }
        List<PassageId> undecided = passages.stream().filter(p -> !answers.containsKey(p)).toList();
        if (!undecided.isEmpty()) {
            return new Move.Undecided(undecided);
        }
        if (step + 1 < route.steps().size()) {
            return new Move.NextStep(new Board(route, step + 1, passages, Map.of(), codes));
        }
        Map<PassageId, DecisionCode> decisions = new LinkedHashMap<>();
        passages.forEach(p -> decisions.put(p, DecisionCode.of(answers.get(p).code(), codes)));
        return new Move.Ended(decisions);
    }
}
