package app.pervius.server.demo;

import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.FolderId;
import app.pervius.core.project.Placing;
import app.pervius.core.project.RoleId;
import app.pervius.core.review.Chase;
import app.pervius.core.review.Completion;
import app.pervius.core.review.Condition;
import app.pervius.core.review.Leads;
import app.pervius.core.review.Matrix;
import app.pervius.core.review.Needs;
import app.pervius.core.review.Route;
import app.pervius.core.review.Step;
import app.pervius.core.review.Who;
import app.pervius.server.access.Accounts;
import app.pervius.server.access.Actor;
import app.pervius.server.folders.Files;
import app.pervius.server.intake.HandSending;
import app.pervius.server.people.Deputies;
import app.pervius.server.people.Matrices;
import app.pervius.server.projects.ProjectDesk;
import app.pervius.server.projects.Projects;
import app.pervius.server.routes.Routes;
import java.time.InstantSource;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/**
 * What Kestrel Weir has of reviews beyond the usual: a route on which several people answer, the distribution matrix, a deputy, and files
 * sent by hand.
 */
@Component
@Profile("demo")
class KestrelWeirReviews {

    static final String INTERFACES = "interfaces";

    /** More than a folder of the demo holds. */
    private static final int MOST_FILES = 500;

    /** The roles it speaks of. */
    record Roles(long hydraulics, long civil, long reviewer, long approver, long site, long controller) {
    }

    private final Routes routes;
    private final Matrices matrices;
    private final Deputies deputies;
    private final HandSending sending;
    private final Files files;
    private final Accounts accounts;
    private final Projects projects;
    private final ProjectDesk desk;
    private final InstantSource clock;

    KestrelWeirReviews(Routes routes, Matrices matrices, Deputies deputies, HandSending sending, Files files, Accounts accounts,
            Projects projects, ProjectDesk desk,
            InstantSource clock) {
        this.routes = routes;
        this.matrices = matrices;
        this.deputies = deputies;
        this.sending = sending;
        this.files = files;
        this.accounts = accounts;
        this.projects = projects;
        this.desk = desk;
        this.clock = clock;
    }

    void setUp(long project, Roles roles, Actor controller) {
        Step discipline = new Step("Discipline check", Step.Kind.REVIEW, List.of(new Who.ByMatrix(Matrix.Duty.REVIEWS)), new Needs.Any(),
                Step.Drawing.WORST, 3,
                Optional.of(new Condition.FieldIsNot("type", List.of("DR"))), Map.of(4, new Leads.Back()), Chase.USUAL);
        Step both = new Step("Check by both leads", Step.Kind.REVIEW,
                List.of(new Who.InRole(new RoleId(roles.hydraulics())), new Who.InRole(new RoleId(roles.civil()))), new Needs.All(),
                Step.Drawing.WORST, 5, Optional.empty(), Map.of(4, new Leads.Back()),
                new Chase(1, 2, 3, List.of(new RoleId(roles.controller())), new Chase.Silence.Wait()));
        Step approval = new Step("Approval", Step.Kind.APPROVAL, List.of(new Who.ByMatrix(Matrix.Duty.APPROVES)), new Needs.Any(),
                Step.Drawing.WORST, 3, Optional.empty(),
                Map.of(3, new Leads.ToStep(1)), Chase.USUAL);
        routes.putInForce(project, new Route(INTERFACES, "Interface check", 0, List.of(discipline, both, approval), false, true,
                Optional.of(new Who.InRole(new RoleId(roles.civil()))),
                List.of(new RoleId(roles.reviewer())), List.of(), List.of(), new Completion(Map.of(), Map.of(1, "A1"))), 0, null);
        Map<Matrix.Cell, Map<Matrix.Duty, List<RoleId>>> cells = new LinkedHashMap<>();
        cells.put(new Matrix.Cell(Matrix.ANY, Matrix.ANY), Map.of(Matrix.Duty.REVIEWS, List.of(new RoleId(roles.reviewer())),
                Matrix.Duty.APPROVES, List.of(new RoleId(roles.approver()))));
        cells.put(new Matrix.Cell(Matrix.ANY, "H"), Map.of(Matrix.Duty.REVIEWS, List.of(new RoleId(roles.hydraulics()))));
        cells.put(new Matrix.Cell(Matrix.ANY, "C"), Map.of(Matrix.Duty.REVIEWS, List.of(new RoleId(roles.civil()))));
        cells.put(new Matrix.Cell("DR", "C"), Map.of(Matrix.Duty.REVIEWS, List.of(new RoleId(roles.civil())), Matrix.Duty.TOLD,
                List.of(new RoleId(roles.site()))));
        cells.put(new Matrix.Cell("MS", Matrix.ANY), Map.of(Matrix.Duty.REVIEWS,
                List.of(new RoleId(roles.civil()), new RoleId(roles.reviewer())), Matrix.Duty.TOLD, List.of(new RoleId(roles.site()))));
        matrices.set(project, new Matrix("type", "discipline", cells), 0, controller);
    }

    /** Where accepted files go that were sent by hand, past the rules. */
    void place(long project, long folder, Actor controller) {
        Projects.Settings settings = projects.settings(project);
        Map<Integer, String> status = Map.of(1, "A1", 2, "B1");
        desk.setDecisionCodes(project, settings.decisionCodes().stream()
                .map(code -> new DecisionCode(code.digit(), code.name(), code.shortText(), code.workMayGoOn(), code.mustComeAgain(),
                code.commentRequired(), Optional.ofNullable(status.get(code.digit())).map(s -> new Placing(new FolderId(folder), s, ""))))
                .toList(), settings.version(), controller);
    }

    /** Somebody will be away for a week, the week after next. */
    void away(long project, long person, long deputy) {
        LocalDate monday = LocalDate.ofInstant(clock.instant(), ZoneId.of("Europe/Dublin")).plusDays(11);
        Actor self = accounts.ofPerson(person).orElseThrow();
        deputies.add(project, new Deputies.Away(0, person, deputy, monday, monday.plusDays(4), "On the test rig in the laboratory"), self);
    }

    /** The first files of a folder whose names begin so are sent on the interface check; gives the submission. */
    long sendByHand(long folder, String named, long sender, int count, String message) {
        List<Long> chosen = files.present(folder, 0, MOST_FILES).stream().filter(file -> file.name().startsWith(named)).limit(count)
                .map(Files.FileView::id).toList();
        return sending.send(folder, new HandSending.Sending(chosen, INTERFACES, "Interface check before tender", null, null, message,
                List.of(), List.of(), Map.of()), accounts.ofPerson(sender).orElseThrow());
    }
}
