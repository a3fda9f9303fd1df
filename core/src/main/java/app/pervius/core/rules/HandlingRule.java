package app.pervius.core.rules;

import app.pervius.core.identify.Checks;
import app.pervius.core.issue.IssuePlan;
import app.pervius.core.tell.TellPlan;
import java.util.List;
import java.util.Optional;

/**
 * A handling rule: where it stands, what it takes, and what happens at each station.
 *
 * @param namePatterns Identify: the patterns names are read with, the first that fits; none when names say nothing
 * @param checks Identify: what happens to what register or ledger speak against
 * @param sequence Identify: the key of the revision sequence its arrivals are in; empty to go on in the document's
 * @param scheme Number: the key of the scheme
 * @param route Review: the key of the route
 */
public record HandlingRule(String name, Where where, Which which, List<String> namePatterns, Checks checks, Optional<String> sequence,
        Optional<String> scheme, Optional<String> route, IssuePlan issue, TellPlan tell) {
    public HandlingRule {
        namePatterns = List.copyOf(namePatterns);
    }
}
