package app.pervius.server.passages;

import app.pervius.core.number.Drawing;
import app.pervius.core.number.Ledger;
import app.pervius.core.passage.TakenBy;
import app.pervius.core.project.FieldValues;
import app.pervius.core.register.KnownDocument;
import app.pervius.core.register.KnownNumbers;
import app.pervius.core.register.RevisionCode;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.RuleSheet;
import app.pervius.core.rules.Where;

/**
 * The books of a project as its stations draw from them and write in them: the real ones, or a trial's scratch copy. Ids of what
 * comes to be are given here, so that a station need not know which of both it has before it.
 */
public interface Books {

    /** Keeps the books of all projects; the feature that keeps the ledger answers. */
    interface Keeper {
        /** The books themselves: what is drawn is held until the transaction ends. */
        Books of(long project);
    }

    /** Whether it only might happen: what takes its time is not waited for then. */
    default boolean tried() {
        return false;
    }

    Ledger ledger();

    KnownNumbers numbers();

    /** The sheet that judges arrivals. */
    RuleSheet sheet();

    /** What a rule does at each station, in the edition it took a passage under. */
    Handling handling(TakenBy by);

    /** Where a rule stands, in the same edition. */
    Where stands(TakenBy by);

    /** What its review has been so far. */
    Reviewed reviewed(PassageFacts passage);

    /** A number that was drawn becomes a document with this as its first revision; gives the document's id. */
    long assign(PassageFacts passage, Drawing drawing, RevisionCode first);

    /** A reserved number becomes a document with this as its first revision; gives the document's id. */
    long useReserved(PassageFacts passage, String number, RevisionCode first);

    /** A document gets its next revision; gives what the document's fields say. */
    FieldValues revise(PassageFacts passage, KnownDocument document, RevisionCode code, int cycle);
}
