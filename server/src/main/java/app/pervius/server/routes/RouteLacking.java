package app.pervius.server.routes;

import app.pervius.server.projects.Lack;
import app.pervius.server.projects.Lacking;
import java.util.List;
import org.springframework.stereotype.Component;

/** What would hold up files on the routes in force. */
@Component
class RouteLacking implements Lacking {

    private final Routes routes;
    private final RouteFindings findings;

    RouteLacking(Routes routes, RouteFindings findings) {
        this.routes = routes;
        this.findings = findings;
    }

    @Override
    public List<Lack> of(long project) {
        return routes.all(project).stream().flatMap(route -> findings.of(project, route).stream()
                .map(remark -> new Lack(Lack.What.ROUTE, "Route “" + route.name() + "”: " + remark.sentence(),
                        "/routes?route=" + route.key()))).toList();
    }
}
