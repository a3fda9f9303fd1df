package app.pervius.server.reviews;

import app.pervius.core.review.Route;
import app.pervius.core.review.Step;
import app.pervius.core.rules.HandlingRule;
import app.pervius.server.people.People;
import app.pervius.server.rules.RuleFinding;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

@Component
class RouteFinding implements RuleFinding {

    private final Routes routes;
    private final People people;

    RouteFinding(Routes routes, People people) {
        this.routes = routes;
        this.people = people;
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
        List<Finding> found = new ArrayList<>();
        for (Step step : route.get().steps()) {
            if (people.holders(step.role()).isEmpty()) {
                found.add(new Finding(false, "review", "Nobody holds “" + people.roleName(step.role()) + "”: what comes to the step “"
                        + step.name() + "” will be stopped until somebody does."));
            }
        }
        return found;
    }
}
