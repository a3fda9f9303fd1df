package app.pervius.core.comment;

import app.pervius.core.project.PersonId;
import app.pervius.core.review.Drawn;
import java.util.Optional;

/**
 * Something said of a revision: who may read it, and what may be done with it when.
 *
 * @param side on which its author stood when it was written
 * @param answered whether somebody has answered
 * @param released whether the author's firm reads what the reviewing side has said of this revision
 * @param handedOver whether it was there when it was released, so that others have read it as it stood
 * @param drawn what the lead has made of it
 */
public record Comment(PersonId author, Side side, Stage stage, boolean answered, boolean released, boolean handedOver, Drawn drawn) {

    /** Comments of the reviewing side stay there until they are released; what the lead has dropped stays there for good. */
    public boolean readBy(Reader reader) {
        return reader.side() == Side.REVIEWING || side == Side.SENDING || released && !(drawn instanceof Drawn.Dropped);
    }

    /** What somebody reads who may: the words of the lead on the other side. */
    public String read(String text, Reader reader) {
        return reader.side() == Side.REVIEWING || side == Side.SENDING ? text : drawn.released(text);
    }

    /** Why somebody may not move, reword or take it back; empty if that is allowed. */
    public Optional<Refusal> change(Reader by) {
        if (!author.equals(by.person())) {
            return Optional.of(Refusal.NOT_YOURS);
        }
        if (stage != Stage.OPEN || answered) {
            return Optional.of(stage == Stage.CLOSED ? Refusal.IS_CLOSED : Refusal.ANSWERED_ALREADY);
        }
        return handedOver && side == Side.REVIEWING ? Optional.of(Refusal.HANDED_OVER) : Optional.empty();
    }

    /** Why nobody may answer now; empty if whoever reads it may. */
    public Optional<Refusal> answer() {
        return stage == Stage.CLOSED ? Optional.of(Refusal.IS_CLOSED) : Optional.empty();
    }

    /** How far it is once somebody has answered: whoever asked and asks again has it open again. */
    public Stage answeredBy(PersonId person) {
        return person.equals(author) ? Stage.OPEN : Stage.ANSWERED;
    }

    /** Why somebody may not close it, or open it again; empty if that is allowed. */
    public Optional<Refusal> close(Reader by, boolean closed) {
        if (by.side() != Side.REVIEWING && !(side == Side.SENDING && author.equals(by.person()))) {
            return Optional.of(Refusal.REVIEWERS_CLOSE);
        }
        if (closed == (stage == Stage.CLOSED)) {
            return Optional.of(closed ? Refusal.IS_CLOSED : Refusal.IS_OPEN);
        }
        return Optional.empty();
    }

    /** How far it is once it is open again. */
    public Stage openedAgain() {
        return answered ? Stage.ANSWERED : Stage.OPEN;
    }

    /** Why somebody may not keep, reword or drop it before its release; empty if that is allowed. */
    public Optional<Refusal> draw(Reader by) {
        return by.leads() && by.side() == Side.REVIEWING && side == Side.REVIEWING && !released ? Optional.empty()
                : Optional.of(Refusal.LEAD_DRAWS);
    }
}
