package app.pervius.core.review;

import java.util.Map;

/**
 * What is set on a revision when its review ends.
 *
 * @param values values for fields, whatever the decision
 * @param statusCodes for a decision code the status code it is issued with instead of the rule's
 */
public record Completion(Map<String, String> values, Map<Integer, String> statusCodes) {

    public static final Completion NOTHING = new Completion(Map.of(), Map.of());

    public Completion {
        values = Map.copyOf(values);
        statusCodes = Map.copyOf(statusCodes);
    }
}
