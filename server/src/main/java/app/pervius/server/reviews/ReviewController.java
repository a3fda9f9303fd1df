package app.pervius.server.reviews;

import app.pervius.core.review.Route;
import app.pervius.core.review.Step;
import app.pervius.server.access.Actor;
import app.pervius.server.http.Problem;
import app.pervius.server.passages.Passages;
import app.pervius.server.passages.Submissions;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Routes, and the reviews that wait for somebody's decision. */
@RestController
class ReviewController {

    /** How many waiting reviews the Desk shows, the most urgent. */
    private static final int ON_THE_DESK = 100;
    /** How many files come with them: the first review's, and those of as many more as keep below this. */
    private static final int FILES_AT_ONCE = 30;

    private final ReviewRepository reviews;
    private final AnswerRepository answers;
    private final Reviews flow;
    private final Deciding deciding;
    private final Routes routes;
    private final Passages passages;
    private final Submissions submissions;
    private final People people;
    private final Projects projects;
    private final TransactionTemplate reading;
    private final InstantSource clock;

    ReviewController(ReviewRepository reviews, AnswerRepository answers, Reviews flow, Deciding deciding, Routes routes, Passages passages,
            Submissions submissions, People people, Projects projects, PlatformTransactionManager transactions, InstantSource clock) {
        this.reviews = reviews;
        this.answers = answers;
        this.flow = flow;
        this.deciding = deciding;
        this.routes = routes;
        this.passages = passages;
        this.submissions = submissions;
        this.people = people;
        this.projects = projects;
        this.reading = new TransactionTemplate(transactions);
        this.reading.setReadOnly(true);
        this.clock = clock;
    }

    /** A step, and when it would be due if the route began now. */
    record StepView(String name, Step.Kind kind, String role, List<String> people, int workingDays, Instant dueIfBegunNow) {
    }

    record RouteView(String key, String name, int edition, boolean ownFirmDecides, List<StepView> steps) {
    }

    /** What was said of a file in a step. */
    record AnswerView(int step, String stepName, long personId, String person, int code, String comment, Instant at) {
    }

    /** A file under review with what is said of it in this step, and what was said in the steps before. */
    record ReviewedFile(Passages.PassageView passage, @Nullable AnswerView answer, List<AnswerView> before) {
    }

    /**
     * A review at its step.
     *
     * @param mine whether the caller may decide in this step
     * @param workingDaysLeft until it is due; 0 today, negative when late
     * @param fileCount how many files it has
     * @param undecided how many of them have no decision in this step yet
     * @param files its files; absent in the Desk's list where they would be too many to read at once
     */
    record ReviewView(long id, long project, long submission, String submissionReference, String author, String authorFirm, String route,
            int step, int steps, String stepName, Step.Kind stepKind, boolean open, boolean mine, @Nullable Instant due,
            @Nullable Integer workingDaysLeft, int fileCount, int undecided, @Nullable List<ReviewedFile> files) {
    }

    private record Counts(int files, int decided) {
        private static final Counts NONE = new Counts(0, 0);
    }

    record DecisionEntry(int step, @NotEmpty @Size(max = 10_000) List<@NotNull Long> passages, int code, @NotNull @Size(max = 20_000) String comment,
            boolean overrule) {
    }

    record ClosingEntry(int step) {
    }

    @GetMapping("/api/projects/{project}/routes")
    List<RouteView> routes(@PathVariable long project, Actor actor) {
        actor.in(project);
        return routes.all(project).stream().map(route -> view(project, route)).toList();
    }

    /** What waits for the caller in all projects, the most urgent first; the files only of the first ones. */
    @GetMapping("/api/desk/reviews")
    List<ReviewView> waitingForMe(Actor actor) {
        Set<Long> roles = actor.memberships().values().stream().flatMap(m -> m.roles().stream()).collect(Collectors.toSet());
        if (roles.isEmpty()) {
            return List.of();
        }
        return Objects.requireNonNull(reading.execute(status -> {
            List<Review> waiting = reviews.waitingFor(Review.State.OPEN, roles, actor.firm(), Limit.of(ON_THE_DESK));
            Map<Long, Counts> counts = counts(waiting);
            List<ReviewView> views = new ArrayList<>();
            int files = 0;
            for (Review review : waiting) {
                Counts its = counts.getOrDefault(review.id(), Counts.NONE);
                files += its.files();
                views.add(view(review, actor, its, views.isEmpty() || files <= FILES_AT_ONCE ? files(review) : null));
            }
            return views;
        }));
    }

    /** A review with its files, for the reviewing side. */
    @GetMapping("/api/reviews/{id}")
    ReviewView review(@PathVariable long id, Actor actor) {
        return Objects.requireNonNull(reading.execute(status -> forReviewers(reviews.findById(id), actor)));
    }

    /** The review a passage is or was in, for the reviewing side. */
    @GetMapping("/api/passages/{passage}/review")
    ReviewView ofPassage(@PathVariable long passage, Actor actor) {
        return Objects.requireNonNull(reading.execute(status -> forReviewers(reviews.ofPassage(passage), actor)));
    }

    /** What was said of a revision: at once for the reviewing side, for the author's firm once it is decided. */
    @GetMapping("/api/passages/{passage}/answers")
    List<Reviews.Said> said(@PathVariable long passage, Actor actor) {
        return Objects.requireNonNull(reading.execute(status -> {
            Passages.PassageView view = passages.passage(passage);
            if (!actor.memberships().containsKey(view.project()) || !actor.maySee(view.project(), view.authorFirm())) {
                throw Problem.notFound("passage");
            }
            boolean reviewing = actor.in(view.project()).controls() || actor.in(view.project()).seesAll();
            return reviewing || view.state() == Passages.State.DONE ? flow.said(passage) : List.<Reviews.Said>of();
        }));
    }

    @PutMapping("/api/reviews/{id}/decisions")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void decide(@PathVariable long id, @Valid @RequestBody DecisionEntry entry, Actor actor) {
        deciding.answer(id, new Deciding.Decision(entry.step(), entry.passages(), entry.code(), entry.comment(), entry.overrule()), actor);
    }

    /** Closes a step; every file must have its decision. */
    @PostMapping("/api/reviews/{id}/closings")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void close(@PathVariable long id, @RequestBody ClosingEntry entry, Actor actor) {
        deciding.close(id, entry.step(), actor);
    }

    private RouteView view(long project, Route route) {
        List<StepView> steps = new ArrayList<>();
        Instant begins = clock.instant();
        for (Step step : route.steps()) {
            Instant due = projects.settings(project).calendar().due(begins, step.workingDays());
            List<Long> holders = people.holders(step.role()).stream().map(h -> h.person().value()).toList();
            steps.add(new StepView(step.name(), step.kind(), people.roleName(step.role()),
                    people.persons(holders).values().stream().map(People.PersonView::name).sorted().toList(), step.workingDays(), due));
            begins = due;
        }
        return new RouteView(route.key(), route.name(), route.edition(), route.ownFirmDecides(), steps);
    }

    private ReviewView forReviewers(Optional<Review> found, Actor actor) {
        Review review = found.filter(r -> actor.memberships().containsKey(r.projectId))
                .filter(r -> actor.in(r.projectId).controls() || actor.in(r.projectId).seesAll())
                .orElseThrow(() -> Problem.notFound("review"));
        return view(review, actor, counts(List.of(review)).getOrDefault(review.id(), Counts.NONE), files(review));
    }

    private Map<Long, Counts> counts(List<Review> of) {
        return reviews.counts(of.stream().map(Review::id).toList()).stream()
                .collect(Collectors.toMap(row -> row[0], row -> new Counts((int) row[1], (int) row[2])));
    }

    private List<ReviewedFile> files(Review review) {
        List<ReviewAnswer> given = answers.findByReviewIdOrderByStepAscIdAsc(review.id());
        Map<Long, People.PersonView> persons = people.persons(given.stream().map(a -> a.personId).collect(Collectors.toSet()));
        return passages.passages(reviews.passagesOf(review.id())).stream().map(p -> {
            List<AnswerView> its = given.stream().filter(a -> a.passageId == p.id())
                    .map(a -> new AnswerView(a.step, a.stepName, a.personId, persons.get(a.personId).name(), a.code, a.comment, a.givenAt)).toList();
            return new ReviewedFile(p, its.stream().filter(a -> a.step() == review.step).findFirst().orElse(null),
                    its.stream().filter(a -> a.step() < review.step).toList());
        }).toList();
    }

    private ReviewView view(Review review, Actor actor, Counts counts, @Nullable List<ReviewedFile> files) {
        Route route = flow.route(review);
        Step step = route.steps().get(review.step);
        People.PersonView author = people.person(review.authorId);
        @Nullable Integer left = review.due == null ? null
                : projects.settings(review.projectId).calendar().workingDaysLeft(clock.instant(), review.due);
        return new ReviewView(review.id(), review.projectId, review.submissionId, submissions.reference(review.submissionId), author.name(),
                author.firmCode(), route.name(), review.step, route.steps().size(), step.name(), step.kind(),
                review.state == Review.State.OPEN, deciding.mayDecide(review, route, actor), review.due, left,
                counts.files(), counts.files() - counts.decided(), files);
    }
}
