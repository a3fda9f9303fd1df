package app.pervius.server.reviews;

import app.pervius.server.access.Actor;
import app.pervius.server.people.Deputies;
import app.pervius.server.projects.Projects;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;

/** What waits for one person: in one's own seats, and in those of people one stands in for today. */
@Component
class MyDay {

    private final SeatRepository seats;
    private final Deputies deputies;
    private final Projects projects;

    MyDay(SeatRepository seats, Deputies deputies, Projects projects) {
        this.seats = seats;
        this.deputies = deputies;
        this.projects = projects;
    }

    /** The reviews, each once, the most urgent first; some may be such as the person may not decide on. */
    List<Long> waiting(Actor actor, int most) {
        Set<Long> people = new HashSet<>();
        actor.memberships().keySet().forEach(project -> people.addAll(deputies.standsInFor(actor.person(project), projects.settings(project)
                .zone())));
        if (people.isEmpty() && actor.persons().size() == 1) {
            return seats.waitingFor(actor.persons().iterator().next(), Limit.of(most)).stream().distinct().toList();
        }
        people.addAll(actor.persons());
        return seats.waitingFor(people, Limit.of(most)).stream().distinct().toList();
    }
}
