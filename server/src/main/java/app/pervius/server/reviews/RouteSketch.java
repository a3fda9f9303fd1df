package app.pervius.server.reviews;

import app.pervius.core.passage.Decision;
import app.pervius.core.project.PersonId;
import app.pervius.core.review.Leads;
import app.pervius.core.review.ReviewStation;
import app.pervius.core.review.Route;
import app.pervius.core.review.Seating;
import app.pervius.core.trial.Tried;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** The review a passage would have: its steps with people and dates, and what its route makes of each code. Changes nothing. */
@Component
public class RouteSketch {

    private final Seats seats;
    private final People people;
    private final Projects projects;
    private final InstantSource clock;

    RouteSketch(Seats seats, People people, Projects projects, InstantSource clock) {
        this.seats = seats;
        this.people = people;
        this.projects = projects;
        this.clock = clock;
    }

    /** The steps it would take if it began now. */
    public List<Tried.Step> steps(PassageFacts passage, ReviewStation.Join join) {
        Seating.Facts facts = seats.facts(passage.project(), passage.author(), passage.authorFirm(), passage.values());
        List<Tried.Step> steps = new ArrayList<>();
        Instant begins = clock.instant();
        for (int i = join.step(); i < join.route().steps().size(); i++) {
            if (!join.leftOut().contains(i)) {
                var step = join.route().steps().get(i);
                begins = projects.settings(passage.project()).calendar().due(begins, step.workingDays());
                steps.add(new Tried.Step(step.name(), names(Seating.of(join.route(), step, facts)), begins));
            }
        }
        return steps;
    }

    private List<String> names(Seating.Seated seated) {
        return switch (seated) {
            case Seating.Seated.Seats(var its) -> its.stream().map(seat -> seat.person()).map(PersonId::value)
                    .map(id -> people.person(id).name()).toList();
            case Seating.Seated.Nobody nobody -> List.of();
        };
    }

    /** What the route makes of a code in its last step; empty where it begins a step anew. */
    public static Optional<Decision> decided(Route route, int code) {
        Optional<String> status = Optional.ofNullable(route.completion().statusCodes().get(code));
        return switch (route.leads(route.steps().size() - 1, code)) {
            case Leads.On(), Leads.End() -> Optional.of(new Decision(code, false, status));
            case Leads.Back() -> Optional.of(new Decision(code, true, status));
            case Leads.ToStep to -> Optional.empty();
        };
    }
}
