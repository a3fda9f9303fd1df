package app.pervius.server.reviews;

import app.pervius.core.review.Route;
import app.pervius.server.passages.Choices;
import app.pervius.server.store.Json;
import app.pervius.server.store.Remembered;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The routes of a project. */
@Service
@Transactional
public class Routes implements Choices.OfRoutes {

    private final RouteRepository routes;
    private final InstantSource clock;
    private final Remembered<Long, List<Route>> remembered = new Remembered<>();
    /** Editions never change, so what was read of one stays. */
    private final Remembered<Edition, Route> editions = new Remembered<>();

    private record Edition(long project, String key, int edition) {
    }

    Routes(RouteRepository routes, InstantSource clock) {
        this.routes = routes;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    public Optional<Route> inForce(long project, String key) {
        return all(project).stream().filter(route -> route.key().equals(key)).findFirst();
    }

    @Override
    @Transactional(readOnly = true)
    public Optional<String> chosen(long project, String key) {
        return inForce(project, key).map(Route::name);
    }

    @Transactional(readOnly = true)
    Route edition(long project, String key, int edition) {
        return editions.get(new Edition(project, key, edition), () -> routes.findByProjectIdAndRouteKeyAndEdition(project, key, edition)
                .map(e -> Json.read(e.definition, Route.class)).orElseThrow());
    }

    @Transactional(readOnly = true)
    public List<Route> all(long project) {
        return remembered.get(project, () -> routes.findByProjectIdAndInForceTrueOrderByRouteKey(project).stream()
                .map(e -> Json.read(e.definition, Route.class)).toList());
    }

    /** Puts a route in force, as the next edition of the route of that key. */
    public void putInForce(long project, Route wanted) {
        remembered.changed();
        editions.changed();
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
