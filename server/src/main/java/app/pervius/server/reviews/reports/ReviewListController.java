package app.pervius.server.reviews.reports;

import app.pervius.core.project.DecisionCode;
import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.http.Page;
import app.pervius.server.http.Tagged;
import app.pervius.server.projects.Projects;
import app.pervius.server.refused.Refused;
import app.pervius.server.reviews.Reviews;
import app.pervius.server.tables.Columns;
import app.pervius.server.tables.Lines;
import app.pervius.server.tables.TableWriter;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Every review of a project at a glance, and how long reviews take. For the reviewing side. */
@RestController
@RequestMapping("/api/projects/{project}")
class ReviewListController {

    private final ReviewList list;
    private final Turnaround turnaround;
    private final Projects projects;
    private final TransactionTemplate reading;

    ReviewListController(ReviewList list, Turnaround turnaround, Projects projects, PlatformTransactionManager transactions) {
        this.list = list;
        this.turnaround = turnaround;
        this.projects = projects;
        this.reading = new TransactionTemplate(transactions);
        this.reading.setReadOnly(true);
    }

    @Tagged
    @GetMapping("/reviews")
    Page<ReviewList.ReviewRow> reviews(@PathVariable long project, @RequestParam(defaultValue = "OPEN") ReviewList.WhichReviews which,
            @RequestParam(required = false) @Nullable String route,
            @RequestParam(required = false) @Nullable Long person, @RequestParam(required = false) @Nullable Long firm,
            @RequestParam(required = false) @Nullable Integer cycleFrom,
            @RequestParam(defaultValue = "DUE") ReviewList.Order order, @RequestParam(required = false) @Nullable String after,
            Actor actor) {
        ReviewList.Whose whose = whose(project, actor);
        return Objects.requireNonNull(reading.execute(status -> list.page(project,
                new ReviewList.Narrow(which, route, person, firm, cycleFrom), order, whose, after, Page.SIZE)));
    }

    /** The same as a table to take away. */
    @Act(kind = ActKind.EXPORTS, says = "took the list of reviews away as a table")
    @GetMapping("/reviews/table")
    ResponseEntity<StreamingResponseBody> table(@PathVariable long project,
            @RequestParam(defaultValue = "OPEN") ReviewList.WhichReviews which, @RequestParam(required = false) @Nullable String route,
            @RequestParam(required = false) @Nullable Long person, @RequestParam(required = false) @Nullable Long firm,
            @RequestParam(required = false) @Nullable Integer cycleFrom,
            @RequestParam(defaultValue = "DUE") ReviewList.Order order, @RequestParam TableWriter.Format format, Actor actor) {
        ReviewList.Whose whose = whose(project, actor);
        Projects.Settings settings = projects.settings(project);
        Lines<ReviewList.ReviewRow> rows = new Lines<>(after -> Objects.requireNonNull(reading.execute(status ->
                list.page(project, new ReviewList.Narrow(which, route, person, firm, cycleFrom), order, whose, after, Page.SIZE))));
        return TableWriter.download(format, settings.code() + " reviews", columns(settings), rows);
    }

    /** How long the steps closed in the last so many days took, how many were late, and what waits with whom. */
    @GetMapping("/turnaround")
    Turnaround.TurnaroundView turnaround(@PathVariable long project, @RequestParam(defaultValue = "90") @Min(1) @Max(1000) int days,
            Actor actor) {
        ReviewList.Whose whose = whose(project, actor);
        return Objects.requireNonNull(reading.execute(status -> turnaround.view(project, days, whose)));
    }

    /** Whose reviews the caller sees: not one's own firm's, unless one controls the project. */
    private static ReviewList.Whose whose(long project, Actor actor) {
        Actor.Membership membership = actor.in(project);
        if (!membership.controls() && !(membership.decides() && membership.seesOthers())) {
            throw Refused.forbidden("Reviews are listed for the reviewing side. Where your own files are stands under Passages.");
        }
        return new ReviewList.Whose(actor.seenFirms(project), membership.controls() ? ReviewList.Whose.NOBODY : membership.firm());
    }

    private static Columns<ReviewList.ReviewRow> columns(Projects.Settings settings) {
        return new Columns<ReviewList.ReviewRow>(settings.zone()).text("Submission", row -> row.submission().reference())
                .text("First file", row -> row.first().what()).count("Files", row -> row.files().all())
                .text("From", row -> row.submission().author()).text("Firm", row -> row.submission().authorFirm())
                .text("Route", ReviewList.ReviewRow::route).count("Cycle", ReviewList.ReviewRow::cycle)
                .text("State", row -> row.state().name().toLowerCase(java.util.Locale.ROOT).replace('_', ' '))
                .text("Step", row -> row.step().name())
                .text("With", row -> row.with().stream().map(ReviewList.With::person).collect(Collectors.joining("; ")))
                .moment("Begun", row -> row.times().begun()).moment("Due", row -> row.times().due())
                .count("Working days left", row -> row.times().workingDaysLeft()).moment("Closed", row -> row.times().closed())
                .text("Outcome", row -> outcome(row, settings.decisionCodes()));
    }

    private static String outcome(ReviewList.ReviewRow row, List<DecisionCode> codes) {
        return row.ended().stream().map(e -> e.files() + " × " + e.code() + ", " + DecisionCode.of(e.code(), codes).name())
                .collect(Collectors.joining("; "));
    }
}
