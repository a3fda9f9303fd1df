package app.pervius.server.reviews.desk;

import app.pervius.core.review.Route;
import app.pervius.server.access.Actor;
import app.pervius.server.people.Deputies;
import app.pervius.server.projects.Projects;
import app.pervius.server.reviews.Boards;
import app.pervius.server.reviews.Review;
import app.pervius.server.reviews.ReviewAccess;
import app.pervius.server.reviews.ReviewRepository;
import app.pervius.server.reviews.ReviewTurns;
import app.pervius.server.reviews.SeatRepository;
import app.pervius.server.store.Portions;
import java.time.Instant;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;

/** What waits for one person: in one's own seats, and in those of people one stands in for today. */
@Component
public class MyDay {

    private final SeatRepository seats;
    private final Deputies deputies;
    private final Projects projects;
    private final ReviewRepository reviews;
    private final ReviewAccess access;
    private final Boards boards;

    MyDay(SeatRepository seats, Deputies deputies, Projects projects, ReviewRepository reviews, ReviewAccess access, Boards boards) {
        this.seats = seats;
        this.deputies = deputies;
        this.projects = projects;
        this.reviews = reviews;
        this.access = access;
        this.boards = boards;
    }

    /** A step of a review that is due; {@code turn} tells steps of one review apart. */
    public record Due(long review, int turn, long project, long submission, String step, String route, Instant at) {
    }

    /** What is due of it, in the order of the reviews. */
    public List<Due> due(Actor actor, int most) {
        return Portions.of(waiting(actor, most), reviews::findAllById).stream().filter(r -> r.due != null && access.sees(r, actor))
                .sorted(Comparator.comparing(Review::id)).map(r -> {
            Route route = boards.route(r);
            return new Due(r.id(), r.turn, r.projectId, r.submissionId, ReviewTurns.stepName(r, route), route.name(),
                    Objects.requireNonNull(r.due));
        }).toList();
    }

    /** The reviews, each once, the most urgent first; some may be such as the person may not decide on. */
    public List<Long> waiting(Actor actor, int most) {
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
