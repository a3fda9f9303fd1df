package app.pervius.core.identify;

/**
 * What a rule says of arrivals that register or ledger speak against.
 *
 * @param unknownNumber the name carries a number nobody was ever given; going on: a new document
 * @param wrongOriginator the number is another firm's; going on: that document's next revision all the same
 * @param outOfSequence the name's revision leaves codes out; going on: the revision the name says. One that goes back is never gone on with
 * @param onItsWay an earlier revision has not ended; going on: it waits for that, then goes on by itself
 */
public record Checks(Then unknownNumber, Then wrongOriginator, Then outOfSequence, Then onItsWay) {

    /** What happens to an arrival that does not fit. */
    public enum Then {
        /** It is stopped, for the controller. */
        STOP,
        /** It goes back to its author with the reason. */
        RETURN,
        GO_ON
    }

    public static final Checks ALL_STOP = new Checks(Then.STOP, Then.STOP, Then.STOP, Then.STOP);
}
