package app.pervius.server.outbound;

import java.time.Duration;

/**
 * How long a channel goes on trying.
 *
 * @param first how long it waits after the first try in vain; twice as long after each further one
 * @param longest the longest wait between two tries
 * @param tries after how many tries in vain it gives up; 0 for never
 */
public record Patience(Duration first, Duration longest, int tries) {

    private static final int MOST_DOUBLINGS = 30;
    private static final int SHORTENED = 5;

    /** How long to wait after so many tries in vain. */
    Duration after(int inVain) {
        Duration doubled = first.multipliedBy(1L << Math.min(inVain - 1, MOST_DOUBLINGS));
        return doubled.compareTo(longest) > 0 ? longest : doubled;
    }

    /**
     * The same, shortened by up to a fifth, so that what failed together is not tried together again.
     *
     * @param share from 0 to 1
     */
    Duration after(int inVain, double share) {
        Duration whole = after(inVain);
        return whole.minusMillis(Math.round(whole.toMillis() * share / SHORTENED));
    }

    boolean over(int inVain) {
        return tries > 0 && inVain >= tries;
    }
}
