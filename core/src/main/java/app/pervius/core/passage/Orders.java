package app.pervius.core.passage;

import java.util.Optional;

/**
 * What people have ordered about the way of a passage.
 *
 * @param route the key of a route that a person chose instead of the rule's
 * @param reviewFrom the step its review goes on at, 0-based
 * @param byHand whether it was sent on a route by hand, so that no rule has it
 * @param overlooked whether somebody has said that it may go on as it is: its title block may say otherwise, its PDF may be locked
 */
public record Orders(Optional<String> route, int reviewFrom, boolean byHand, boolean overlooked) {

    public static final Orders NONE = new Orders(Optional.empty(), 0, false, false);

    Orders onRoute(String key) {
        return new Orders(Optional.of(key), 0, byHand, overlooked);
    }

    Orders from(int step) {
        return new Orders(route, step, byHand, overlooked);
    }

    Orders overlooking() {
        return new Orders(route, reviewFrom, byHand, true);
    }

    /** As the rules say: what was ordered about its route no longer counts. */
    Orders asRuled() {
        return new Orders(Optional.empty(), 0, false, overlooked);
    }
}
