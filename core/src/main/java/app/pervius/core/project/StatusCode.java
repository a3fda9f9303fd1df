package app.pervius.core.project;

import java.util.Set;

/**
 * What a revision may be used for.
 *
 * @param states the information states whose folders it goes with; none: with every
 */
public record StatusCode(String code, String meaning, Set<InformationState> states) {
    public StatusCode {
        if (code.isBlank()) {
            throw new IllegalArgumentException("a status code is at least one character");
        }
        states = Set.copyOf(states);
    }

    public boolean goesWith(InformationState state) {
        return states.isEmpty() || states.contains(state);
    }

    /** The states it goes with, for a sentence. */
    public String statesInWords() {
        return String.join(" or ", states.stream().sorted().map(InformationState::label).toList());
    }
}
