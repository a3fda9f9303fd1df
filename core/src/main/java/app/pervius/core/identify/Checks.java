package app.pervius.core.identify;

import app.pervius.core.passage.Unreadable;

/**
 * What a rule says of arrivals that register or ledger speak against.
 *
 * @param unknownNumber the name carries a number nobody was ever given; going on: a new document
 * @param wrongOriginator the number is another firm's; going on: that document's next revision all the same
 * @param outOfSequence the name's revision leaves codes out; going on: the revision the name says. One that goes back is never gone on with
 * @param onItsWay an earlier revision has not ended; going on: it waits for that, then goes on by itself
 * @param nameMisfit no pattern reads the name; going on: the whole name is its title
 * @param titleBlock what is done where the title block of the first page says another number or revision
 * @param sameName what a file is that was handed in again under its name
 * @param unreadable what is done at Prepare about a PDF that cannot be opened
 */
public record Checks(Then unknownNumber, Then wrongOriginator, Then outOfSequence, Then onItsWay, Then nameMisfit, TitleBlock titleBlock,
        SameName sameName, Unreadable unreadable) {

    /** What a file is whose name carries no number, where a file of that name in the same folder is a document. */
    public enum SameName {
        /** That document's next revision; the same one again where that came back before anybody decided. */
        NEXT_REVISION,
        NEW_DOCUMENT,
        /** It is stopped, so that somebody says which. */
        ASK
    }

    /** What is done about a title block that says something else than name and register. */
    public enum TitleBlock {
        NOT_COMPARED,
        /** It is written on the passage, which goes on. */
        NOTE,
        STOP,
        RETURN
    }

    /** What happens to an arrival that does not fit. */
    public enum Then {
        /** It is stopped, for the controller. */
        STOP,
        /** It goes back to its author with the reason. */
        RETURN,
        GO_ON
    }

    /** Says what is done about each check. */
    public interface Said {
        <E extends Enum<E>> E of(Check<E> check);
    }

    /** What does not fit is stopped; title blocks are not compared; the same name is the same document. */
    public static final Checks USUAL = of(new Said() {
        @Override
        public <E extends Enum<E>> E of(Check<E> check) {
            return check.usual();
        }
    });

    public static Checks of(Said said) {
        return new Checks(said.of(Check.UNKNOWN_NUMBER), said.of(Check.WRONG_ORIGINATOR), said.of(Check.OUT_OF_SEQUENCE),
                said.of(Check.ON_ITS_WAY), said.of(Check.NAME_MISFIT), said.of(Check.TITLE_BLOCK), said.of(Check.SAME_NAME),
                said.of(Check.UNREADABLE));
    }
}
