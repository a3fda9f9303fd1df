package app.pervius.core.number;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A number drawn from a scheme, not yet kept.
 *
 * @param count the counter it came from, unless the scheme has none
 * @param fromLists the values taken from lists, by the key of the list
 */
public record Drawing(String number, String scheme, int edition, Optional<Count> count, Map<String, String> fromLists) {

    /**
     * The part a counter had in a number.
     *
     * @param value the counter's value in the number
     * @param next what the counter gives after it
     * @param givenBack whether it is a number that was given back, so that the counter does not move
     * @param passedOver values before it whose numbers stood in the ledger already
     */
    public record Count(CounterKey counter, long value, long next, boolean givenBack, List<Long> passedOver) {
        public Count {
            passedOver = List.copyOf(passedOver);
        }
    }

    public Drawing {
        fromLists = Map.copyOf(fromLists);
    }
}
