package app.pervius.server.reviews;

import app.pervius.core.project.DecisionCode;
import app.pervius.server.access.Actor;
import app.pervius.server.http.Page;
import app.pervius.server.http.Problem;
import app.pervius.server.projects.Projects;
import app.pervius.server.tables.TableWriter;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
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

    private static final int MOST_IN_A_TABLE = 20_000;
    private static final DateTimeFormatter WHEN = DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm");
    private static final List<String> HEAD = List.of("Submission", "First file", "Files", "From", "Firm", "Route", "Cycle", "State", "Step", "With", "Begun", "Due", "Working days left", "Closed", "Outcome");

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

    @GetMapping("/reviews")
    Page<ReviewList.ReviewRow> reviews(@PathVariable long project, @RequestParam(defaultValue = "OPEN") ReviewList.WhichReviews which, @RequestParam(required = false) @Nullable String route,
            @RequestParam(required = false) @Nullable Long person, @RequestParam(required = false) @Nullable Long firm, @RequestParam(required = false) @Nullable Integer cycleFrom,
            @RequestParam(defaultValue = "DUE") ReviewList.Order order, @RequestParam(required = false) @Nullable String after, Actor actor) {
        @Nullable Long notOf = notOf(project, actor);
        return Objects.requireNonNull(reading.execute(status -> list.page(project, new ReviewList.Narrow(which, route, person, firm, cycleFrom), order, notOf, after, Page.SIZE)));
    }

    /** The same as a table to take away. */
    @GetMapping("/reviews/table")
    ResponseEntity<StreamingResponseBody> table(@PathVariable long project, @RequestParam(defaultValue = "OPEN") ReviewList.WhichReviews which, @RequestParam(required = false) @Nullable String route,
            @RequestParam(required = false) @Nullable Long person, @RequestParam(required = false) @Nullable Long firm, @RequestParam(required = false) @Nullable Integer cycleFrom,
            @RequestParam(defaultValue = "DUE") ReviewList.Order order, @RequestParam TableWriter.Format format, Actor actor) {
        @Nullable Long notOf = notOf(project, actor);
        Projects.Settings settings = projects.settings(project);
        List<List<String>> rows = new ArrayList<>();
        String after = "";
        do {
            String at = after;
            Page<ReviewList.ReviewRow> page = Objects.requireNonNull(reading.execute(status ->
                    list.page(project, new ReviewList.Narrow(which, route, person, firm, cycleFrom), order, notOf, at, Page.SIZE)));
            page.items().forEach(row -> rows.add(cells(row, settings)));
            after = page.next();
        } while (after != null && rows.size() < MOST_IN_A_TABLE);
        return TableWriter.download(format, settings.code() + " reviews", HEAD, rows);
    }

    /** How long the steps closed in the last so many days took, how many were late, and what waits with whom. */
    @GetMapping("/turnaround")
    Turnaround.TurnaroundView turnaround(@PathVariable long project, @RequestParam(defaultValue = "90") @Min(1) @Max(1000) int days, Actor actor) {
        @Nullable Long notOf = notOf(project, actor);
        return Objects.requireNonNull(reading.execute(status -> turnaround.view(project, days, notOf)));
    }

    /** The firm whose reviews the caller does not see: one's own, unless one controls the project. */
    private static @Nullable Long notOf(long project, Actor actor) {
        Actor.Membership membership = actor.in(project);
        if (!membership.controls() && !membership.seesAll()) {
            throw Problem.forbidden("Reviews are listed for the reviewing side. Where your own files are stands under Passages.");
        }
        return membership.controls() ? null : actor.firm();
    }

    private static List<String> cells(ReviewList.ReviewRow row, Projects.Settings settings) {
        String outcome = row.ended().stream().map(e -> e.files() + " × " + e.code() + ", " + DecisionCode.of(e.code(), settings.decisionCodes()).name()).collect(Collectors.joining("; "));
        return List.of(row.submissionReference(), row.what(), String.valueOf(row.files()), row.author(), row.authorFirm(), row.route(), String.valueOf(row.cycle()),
                row.state().name().toLowerCase(java.util.Locale.ROOT).replace('_', ' '), row.stepName(), row.with().stream().map(ReviewList.With::person).collect(Collectors.joining("; ")),
                when(row.begun(), settings.zone()), when(row.due(), settings.zone()), row.workingDaysLeft() == null ? "" : String.valueOf(row.workingDaysLeft()), when(row.closed(), settings.zone()), outcome);
    }

    private static String when(@Nullable Instant at, ZoneId zone) {
        return at == null ? "" : WHEN.format(at.atZone(zone));
    }
}
