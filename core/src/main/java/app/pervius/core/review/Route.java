package app.pervius.core.review;

import java.util.List;

/**
 * The reviewer and approver steps a review goes through; the last one is an approval and decides.
 *
 * @param key what rules call it
 * @param ownFirmDecides whether the author and people of the author's firm may decide too
 */
public record Route(String key, String name, int edition, List<Step> steps, boolean ownFirmDecides) {
    public Route {
        steps = List.copyOf(steps);
        if (steps.isEmpty() || steps.getLast().kind() != Step.Kind.APPROVAL) {
            throw new IllegalArgumentException("a route ends with an approval: " + name);
        }
    }
}
