package app.pervius.server.reviews.chasing;

import app.pervius.core.review.Chase;
import app.pervius.core.review.Step;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.reviews.Boards;
import app.pervius.server.reviews.ChaseBook;
import app.pervius.server.reviews.Review;
import app.pervius.server.reviews.ReviewState;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What will be sent to whom and when while nobody answers. */
@Component
public class Foreseeing {
    /**
     * What will be done for a review's step while nobody answers.
     *
     * @param whom who will be told; nobody where silence itself answers
     * @param code the code that silence counts as, where it counts
     */
    public record Foreseen(Chase.Kind kind, Instant at, List<String> whom, @Nullable Integer code) {
    }

    private final Boards boards;
    private final Owing owing;
    private final ChaseBook chases;
    private final People people;
    private final Projects projects;

    Foreseeing(Boards boards, Owing owing, ChaseBook chases, People people, Projects projects) {
        this.boards = boards;
        this.owing = owing;
        this.chases = chases;
        this.people = people;
        this.projects = projects;
    }

    /** What will be sent to whom and when, if nothing happens meanwhile, in that order; nothing for a review that is not at a step. */
    public List<Foreseen> foreseen(Review review) {
        if (review.state != ReviewState.OPEN || review.due == null) {
            return List.of();
        }
        Step step = boards.route(review).steps().get(review.step);
        Set<String> asked = owing.toTell(review).stream().map(p -> people.person(p).name())
                .collect(Collectors.toCollection(TreeSet::new));
        return step.chase().left(review.due, projects.settings(review.projectId).calendar(), chases.done(review)).stream()
                .map(n -> switch (n.kind()) {
            case REMIND_BEFORE, REMIND_AFTER -> new Foreseen(n.kind(), n.at(), List.copyOf(asked), null);
            case ESCALATE -> new Foreseen(n.kind(), n.at(), owing.escalatedTo(step).stream().map(p -> people.person(p).name()).sorted()
                    .toList(),
                    null);
            case SILENCE -> new Foreseen(n.kind(), n.at(), List.of(), step.chase()
                    .silence() instanceof Chase.Silence.CountsAs(int code, int days) ? code : null);
        }).toList();
    }
}
