package app.pervius.core.number;

/** The ledger, as far as numbering needs it: locked rows in the station's transaction, or a scratch copy in a trial. */
public interface Ledger {

    /**
     * The value a counter gives next, {@code first} if it has not counted yet. Until the transaction ends nobody else is
     * told the same. The counter moves only when the effect {@link NumberEffect.Assign} is carried out.
     */
    long next(CounterKey counter, long first);

    /** Whether the ledger has an entry for this number, whatever became of it. */
    boolean knows(String number);
}
