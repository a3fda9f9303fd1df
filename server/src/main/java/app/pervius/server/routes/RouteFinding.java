package app.pervius.server.routes;

import app.pervius.core.review.Route;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.Rule;
import app.pervius.server.rules.RuleFinding;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

@Component
class RouteFinding implements RuleFinding {

    private final Routes routes;
    private final RouteFindings findings;

    RouteFinding(Routes routes, RouteFindings findings) {
        this.routes = routes;
        this.findings = findings;
    }

    @Override
    public List<Finding> find(long project, Rule rule, Handling handling) {
        if (!(rule instanceof HandlingRule) || handling.review().route().isEmpty()) {
            return List.of();
        }
        Optional<Route> route = routes.inForce(project, handling.review().route().get());
        if (route.isEmpty()) {
            return List.of(new Finding(true, "review", "Its route does not exist any more.", "Choose another."));
        }
        return findings.of(project, route.get()).stream().map(f -> new Finding(false, "review", f.sentence(),
                "Put it right on the route, or choose another.")).toList();
    }
}
