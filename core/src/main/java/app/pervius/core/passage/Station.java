package app.pervius.core.passage;

import java.util.Optional;

/** One of the six stations of a passage, in their order. */
public enum Station {
    ARRIVE("Arrive"),
    IDENTIFY("Identify"),
    NUMBER("Number"),
    PREPARE("Prepare"),
    REVIEW("Review"),
    ISSUE("Issue");

    private final String label;

    Station(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }

    /** The station after this one; none after Issue. */
    public Optional<Station> next() {
        return this == ISSUE ? Optional.empty() : Optional.of(values()[ordinal() + 1]);
    }
}
