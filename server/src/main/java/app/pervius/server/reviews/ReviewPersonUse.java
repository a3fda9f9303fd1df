package app.pervius.server.reviews;

import app.pervius.core.project.PersonId;
import app.pervius.core.review.Route;
import app.pervius.core.review.Who;
import app.pervius.server.people.PersonUse;
import app.pervius.server.routes.Routes;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

@Component
class ReviewPersonUse implements PersonUse {

    private final SeatRepository seats;
    private final Routes routes;

    ReviewPersonUse(SeatRepository seats, Routes routes) {
        this.seats = seats;
        this.routes = routes;
    }

    @Override
    public List<Hanging> hangingOn(long project, long person) {
        List<Hanging> hanging = new ArrayList<>();
        int open = seats.openIn(project, person).size();
        if (open > 0) {
            hanging.add(new Hanging((open == 1 ? "One step of a review waits" : open + " steps of reviews wait")
                    + " for this person. Move them to somebody else first.", "/people?part=away&from=" + person));
        }
        for (Route route : routes.all(project)) {
            if (Stream.concat(route.steps().stream().flatMap(s -> s.who().stream()), route.lead().stream())
                    .anyMatch(new Who.Person(new PersonId(person))::equals)) {
                hanging.add(new Hanging("The route “" + route.name() + "” names this person.", "/routes?route=" + route.key()));
            }
        }
        return hanging;
    }
}
