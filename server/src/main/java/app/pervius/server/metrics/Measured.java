package app.pervius.server.metrics;

import java.util.Map;

/** A number of a feature, read each time it is asked for; cheap to read. */
public interface Measured {

    /** As Prometheus has it, such as {@code pervius_passages}. */
    String name();

    /** What it says, in a sentence. */
    String help();

    /** What the values are told apart by, such as {@code state}. */
    String by();

    /** The values now. */
    Map<String, Double> now();
}
