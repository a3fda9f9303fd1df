package app.pervius.server.reviews;

import app.pervius.core.review.Route;
import app.pervius.server.store.Json;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The routes of a project. */
@Service
@Transactional
public class Routes {

    private final RouteRepository routes;
    private final InstantSource clock;

    Routes(RouteRepository routes, InstantSource clock) {
        this.routes = routes;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    public Optional<Route> inForce(long project, String key) {
        return routes.findByProjectIdAndRouteKeyAndInForceTrue(project, key).map(e -> Json.read(e.definition, Route.class));
    }

    @Transactional(readOnly = true)
    Route edition(long project, String key, int edition) {
        return routes.findByProjectIdAndRouteKeyAndEdition(project, key, edition).map(e -> Json.read(e.definition, Route.class)).orElseThrow();
    }

    @Transactional(readOnly = true)
    public List<Route> all(long project) {
        return routes.findByProjectIdAndInForceTrueOrderByRouteKey(project).stream().map(e -> Json.read(e.definition, Route.class)).toList();
    }

    /** Puts a route in force, as the next edition of the route of that key. */
    public void putInForce(long project, Route wanted) {
        Optional<RouteEdition> before = routes.findByProjectIdAndRouteKeyAndInForceTrue(project, wanted.key());
        before.ifPresent(e -> e.inForce = false);
        RouteEdition edition = new RouteEdition();
        edition.projectId = project;
        edition.routeKey = wanted.key();
        edition.edition = before.map(e -> e.edition + 1).orElse(1);
        edition.definition = Json.write(new Route(wanted.key(), wanted.name(), edition.edition, wanted.steps(), wanted.ownFirmDecides()));
        edition.inForce = true;
        edition.madeAt = clock.instant();
        routes.save(edition);
    }
}
