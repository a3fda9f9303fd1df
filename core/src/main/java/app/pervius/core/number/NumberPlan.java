package app.pervius.core.number;

import java.util.Optional;

/**
 * What a rule says of station Number.
 *
 * @param scheme the key of the scheme; empty where what comes gets no number, and so is no document
 */
public record NumberPlan(Optional<String> scheme) {

    /** Nothing gets a number. */
    public static final NumberPlan NONE = new NumberPlan(Optional.empty());
}
