package app.pervius.server.reviews;

import app.pervius.core.passage.Station;
import app.pervius.core.rules.Handling;
import app.pervius.server.routes.RouteWords;
import app.pervius.server.routes.Routes;
import app.pervius.server.rules.arriving.FieldFiller;
import app.pervius.server.rules.words.StationWords;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;

/** What a rule does at station Review in words, and which fields its route sets. */
@Component
class ReviewWords implements StationWords, FieldFiller {

    private final Routes routes;
    private final RouteWords words;

    ReviewWords(Routes routes, RouteWords words) {
        this.routes = routes;
        this.words = words;
    }

    @Override
    public Station station() {
        return Station.REVIEW;
    }

    @Override
    public List<String> of(long project, Handling handling) {
        return handling.review().route().map(key -> routes.inForce(project, key)
                .map(r -> List.of("Goes to review on route " + r.name() + ": " + words.steps(project, r) + "."))
                .orElse(List.of("Its route does not exist any more.")))
                .orElse(List.of("Nobody reviews it; it is filed at once."));
    }

    @Override
    public Set<String> fills(long project, Handling handling) {
        return handling.review().route().flatMap(key -> routes.inForce(project, key)).map(route -> route.completion().values().keySet())
                .orElse(Set.of());
    }
}
