package app.pervius.core.number;

import java.util.Optional;

/**
 * The ledger, as far as drawing a number needs it: locked rows in the caller's transaction, or a scratch copy in a trial.
 * Nothing here moves a counter; that is done when a {@link Drawing} is carried out.
 */
public interface Ledger {

    /**
     * A counter as it stands.
     *
     * @param value what it gives next
     * @param step from one value to the next
     * @param givenBack the lowest number that was reserved once and is free again, if there is one
     */
    record Next(long value, long step, Optional<GivenBack> givenBack) {
    }

    /** A number that may be assigned again since nobody has ever seen it used. */
    record GivenBack(String number, long value) {
    }

    /** The counter, begun by the scheme if it has not counted yet. Until the transaction ends nobody else is told the same. */
    Next next(CounterKey counter, long first, long step);

    /** Whether the ledger has an entry for this number, whatever became of it. */
    boolean knows(String number);

    /** The next value of a list that no number has had; held like a counter. Empty when the list is used up or does not exist. */
    Optional<String> nextOf(String list);
}
