package app.pervius.server.reviews;

import app.pervius.core.review.Route;
import app.pervius.core.rules.HandlingRule;
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
    public List<Finding> find(long project, HandlingRule rule) {
        if (rule.route().isEmpty()) {
            return List.of(new Finding(true, "review", "It names no route."));
        }
        Optional<Route> route = routes.inForce(project, rule.route().get());
        if (route.isEmpty()) {
            return List.of(new Finding(true, "review", "Its route does not exist any more."));
        }
        return findings.of(project, route.get()).stream().map(f -> new Finding(false, "review", f.sentence())).toList();
    }
}
