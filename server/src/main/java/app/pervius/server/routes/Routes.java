package app.pervius.server.routes;

import app.pervius.core.review.Route;
import app.pervius.server.access.Actor;
import app.pervius.server.refused.Refused;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.passages.Choices;
import app.pervius.server.store.Json;
import app.pervius.server.store.Remembered;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The routes of a project. */
@Service
@Transactional
public class Routes implements Choices.OfRoutes {

    /** An edition of a route, with when and by whom it was put in force; nobody where the project was made with it. */
    record Edited(Route route, boolean inForce, Instant at, @Nullable Long by) {
    }

    private final RouteRepository routes;
    private final Live live;
    private final InstantSource clock;
    private final Remembered<Long, List<Route>> remembered = new Remembered<>();
    /** Editions never change, so what was read of one stays. */
    private final Remembered<Edition, Route> editions = new Remembered<>();

    private record Edition(long project, String key, int edition) {
    }

    Routes(RouteRepository routes, Live live, InstantSource clock) {
        this.routes = routes;
        this.live = live;
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
    public Route edition(long project, String key, int edition) {
        return editions.get(new Edition(project, key, edition), () -> routes.findByProjectIdAndRouteKeyAndEdition(project, key, edition)
                .map(e -> Json.read(e.definition, Route.class)).orElseThrow());
    }

    @Transactional(readOnly = true)
    public List<Route> all(long project) {
        return remembered.get(project, () -> routes.findByProjectIdAndInForceTrueOrderByRouteKey(project).stream()
                .map(e -> Json.read(e.definition, Route.class)).toList());
    }

    /** Whether somebody may send files by hand on a route: controllers, and holders of the roles it names. */
    public static boolean maySend(long project, Route route, Actor actor) {
        Actor.Membership membership = actor.in(project);
        return membership.sendsByHand() || route.senders().stream().anyMatch(r -> membership.roles().contains(r.value()))
                || route.senderFirms().stream().anyMatch(f -> f.value() == membership.firm()) || route.senderPeople().stream()
                .anyMatch(p -> p.value() == membership.person());
    }

    /** Whether there is a route on which somebody may send files by hand. */
    @Transactional(readOnly = true)
    public boolean maySend(long project, Actor actor) {
        return all(project).stream().anyMatch(route -> maySend(project, route, actor));
    }

    /** All editions of a route, the newest first. */
    @Transactional(readOnly = true)
    List<Edited> editions(long project, String key) {
        return routes.findByProjectIdAndRouteKeyOrderByEditionDesc(project, key).stream()
                .map(e -> new Edited(Json.read(e.definition, Route.class), e.inForce, e.madeAt, e.putInForceBy)).toList();
    }

    /**
     * Puts a route in force, as the next edition of the route of that key.
     *
     * @param expected the edition it was made from, 0 for a new route; refused if another is in force by now
     * @param by the person, or nobody where the project is made with it
     */
    public void putInForce(long project, Route wanted, int expected, @Nullable Long by) {
        remembered.changed();
        editions.changed();
        List<RouteEdition> before = routes.findByProjectIdAndRouteKeyOrderByEditionDesc(project, wanted.key());
        int newest = before.stream().filter(e -> e.inForce).mapToInt(e -> e.edition).findFirst().orElse(0);
        if (newest != expected) {
            throw Refused.conflict("changed-meanwhile", newest == 0 ? "The route was withdrawn in the meantime."
                    : expected == 0 ? "There is a route of this key already."
                    : "Somebody else has put edition " + newest + " of this route in force in the meantime.");
        }
        before.forEach(e -> e.inForce = false);
        routes.flush();
        RouteEdition edition = new RouteEdition();
        edition.projectId = project;
        edition.routeKey = wanted.key();
        edition.edition = before.stream().mapToInt(e -> e.edition).max().orElse(0) + 1;
        edition.definition = Json.write(wanted.inEdition(edition.edition));
        edition.inForce = true;
        edition.madeAt = clock.instant();
        edition.putInForceBy = by;
        routes.saveAndFlush(edition);
        live.changed(new Change(project, null, Live.Topic.RULES, project));
    }

    /** Withdraws a route; reviews that began on it finish on it. */
    void withdraw(long project, String key) {
        remembered.changed();
        RouteEdition inForce = routes.findByProjectIdAndRouteKeyAndInForceTrue(project, key).orElseThrow(() -> Refused.notFound("route"));
        inForce.inForce = false;
        routes.flush();
        live.changed(new Change(project, null, Live.Topic.RULES, project));
    }
}
