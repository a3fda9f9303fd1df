package app.pervius.core.rules;

import app.pervius.core.issue.IssuePlan;
import app.pervius.core.tell.TellPlan;
import java.util.Optional;

/**
 * A handling rule: where it stands, what it takes, and what happens at each station.
 *
 * @param namePattern Identify: the pattern names are read with; empty when names say nothing
 * @param scheme Number: the key of the scheme
 * @param route Review: the key of the route
 */
public record HandlingRule(String name, Where where, Which which, Optional<String> namePattern,
        Optional<String> scheme, Optional<String> route, IssuePlan issue, TellPlan tell) {
}
