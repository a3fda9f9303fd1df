package app.pervius.core.review;

import app.pervius.core.project.RoleId;

/**
 * One step of a route.
 *
 * @param role whose holders may do it; any one of them is enough
 * @param workingDays how long it may take, counted from when the step begins
 */
public record Step(String name, Kind kind, RoleId role, int workingDays) {

    /** A review prepares the decision, an approval takes it. */
    public enum Kind { REVIEW, APPROVAL }

    public Step {
        if (workingDays < 1 || workingDays > 250) {
            throw new IllegalArgumentException("a step takes 1 to 250 working days, not " + workingDays);
        }
    }
}
