package app.pervius.core.issue;

import java.util.Map;

/**
 * What a rule says of station Issue.
 *
 * @param byCode for each decision code (1 to 4) what follows from it
 * @param namePattern what placed files are called, without ending; fields {@code number}, {@code revision}, {@code status}
 *     and {@code title} and those of the project
 */
public record IssuePlan(Map<Integer, Target> byCode, String namePattern) {

    /** What placed files are called unless a rule says otherwise. */
    public static final String USUAL_NAME = "{number}_{revision}_{status}";

    /** What the project says of each code. */
    public static final IssuePlan AS_PROJECT = new IssuePlan(Map.of(1, new Target.AsProject(), 2, new Target.AsProject(), 3, new Target.AsProject(),
            4, new Target.AsProject()), USUAL_NAME);

    public IssuePlan {
        byCode = Map.copyOf(byCode);
    }
}
