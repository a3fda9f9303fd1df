package app.pervius.server.demo;

import app.pervius.core.arrive.FileFormat;
import app.pervius.core.identify.Checks;
import app.pervius.core.identify.IdentifyPlan;
import app.pervius.core.issue.Copying;
import app.pervius.core.issue.IssuePlan;
import app.pervius.core.issue.Target;
import app.pervius.core.project.Code;
import app.pervius.core.project.FirmId;
import app.pervius.core.project.FolderId;
import app.pervius.core.project.RoleId;
import app.pervius.core.review.ReviewPlan;
import app.pervius.core.review.Route;
import app.pervius.core.review.Step;
import app.pervius.core.review.Who;
import app.pervius.core.rules.Condition;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.Parties;
import app.pervius.core.rules.Plan;
import app.pervius.core.rules.Untaken;
import app.pervius.core.rules.WatchingRule;
import app.pervius.core.rules.Where;
import app.pervius.core.rules.Which;
import app.pervius.core.tell.Audience;
import app.pervius.core.tell.Occasion;
import app.pervius.core.tell.TellPlan;
import app.pervius.core.tell.Telling;
import app.pervius.server.access.Actor;
import app.pervius.server.folders.Folders;
import app.pervius.server.routes.Routes;
import app.pervius.server.rules.RuleDesk;
import app.pervius.server.setup.StandardProject;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** The project of the demo: its people, folders, routes and rules. */
@Component
@Profile("demo")
class KestrelWeirProject {

    static final String CODE = "KWR";

    private static final List<Code> DISCIPLINES = List.of(new Code("H", "hydraulics"), new Code("C", "civil"), new Code("M", "mechanical"),
            new Code("E", "electrical"), new Code("I", "controls"), new Code("N", "environment"));

    private static final List<Code> TYPES = List.of(new Code("DR", "drawing"), new Code("CA", "calculation"),
            new Code("SP", "specification"),
            new Code("MS", "method statement"), new Code("IT", "inspection plan"), new Code("DS", "data sheet"), new Code("RP", "report"));

    private static final Set<FileFormat> DESIGN_FILES = Set.of(FileFormat.PDF, FileFormat.CAD, FileFormat.OFFICE);

    private final Map<String, Long> places = new LinkedHashMap<>();

    private long hydraulicDesign;

    private final StandardProject standard;
    private final KestrelWeirPeople people;
    private final Folders folders;
    private final Routes routes;
    private final RuleDesk rules;
    private final KestrelWeirReviews reviews;

    KestrelWeirProject(StandardProject standard, KestrelWeirPeople people, Folders folders, Routes routes, RuleDesk rules,
            KestrelWeirReviews reviews) {
        this.standard = standard;
        this.people = people;
        this.folders = folders;
        this.routes = routes;
        this.rules = rules;
        this.reviews = reviews;
    }

    /** Gives the id of the project. */
    long setUp() {
        StandardProject.Made made = standard.make(new StandardProject.Wanted(CODE, "Kestrel Weir Renewal", "Europe/Dublin", DISCIPLINES,
                TYPES,
                List.of(new Code("KWB", "Kestrel Water Board"), new Code("FNK", "Fennick Hydraulics"), new Code("ALD", "Aldermoor Civils"),
                        new Code("BRK", "Brask Controls"), new Code("DNM", "Dunmarrow Works"))));
        long project = made.project();
        people.firm(project, "KWB", "Kestrel Water Board");
        people.firm(project, "FNK", "Fennick Hydraulics");
        people.firm(project, "ALD", "Aldermoor Civils");
        people.firm(project, "BRK", "Brask Controls");
        people.firm(project, "DNM", "Dunmarrow Works");
        places.put("Work in progress", made.workInProgress());
        people.come(project);

        people.hold(project, made.controller(), KestrelWeirPeople.CONTROLLER, "Aoife Ní Raghnaill");
        people.hold(project, made.reviewer(), "Kwabena Adofori", "Henrike Solvangen");
        people.hold(project, made.approver(), "Tomasz Łęgowicz");
        people.hold(project, made.author(), people.persons().keySet().toArray(String[]::new));
        long hydraulics = people.role(project, "Lead hydraulics engineer", "Henrike Solvangen");
        long civil = people.role(project, "Lead civil engineer", "Kwabena Adofori");
        long site = people.role(project, "Site team", "Oluwaseun Finchley-Ade");
        route(project, "hydraulics", "Hydraulics", hydraulics, made.approver());
        route(project, "civil", "Civil", civil, made.approver());
        route(project, "controls", "Controls", made.reviewer(), made.approver());
        Actor mirela = people.actor(KestrelWeirPeople.CONTROLLER);
        reviews.setUp(project, new KestrelWeirReviews.Roles(hydraulics, civil, made.reviewer(), made.approver(), site, made.controller()),
                mirela);
        makeFolders(made);
        sayWhatIsLeft(project);
        makeRules(made, site);
        return project;
    }

    private void makeFolders(StandardProject.Made made) {
        long fnk = folder(made.workInProgress(), "Fennick Hydraulics", "FNK", Map.of("discipline", "H"));
        places.put("FNK drawings", folder(fnk, "Drawings", "FNK", Map.of("type", "DR")));
        places.put("FNK calculations", folder(fnk, "Calculations", "FNK", Map.of("type", "CA")));
        places.put("FNK gates", folder(fnk, "Gates", "FNK", Map.of("discipline", "M", "type", "DR")));
        places.put("FNK river", folder(fnk, "River and fish", "FNK", Map.of("discipline", "N", "type", "DR")));
        places.put("FNK specifications", folder(fnk, "Specifications", "FNK", Map.of("type", "SP")));
        long ald = folder(made.workInProgress(), "Aldermoor Civils", "ALD", Map.of("discipline", "C"));
        places.put("ALD drawings", folder(ald, "Drawings", "ALD", Map.of("type", "DR")));
        folder(ald, "Reports", "ALD", Map.of("type", "RP"));
        places.put("ALD analysis", folder(ald, "Structural analysis", "ALD", Map.of("type", "CA")));
        long brk = folder(made.workInProgress(), "Brask Controls", "BRK", Map.of("discipline", "I"));
        places.put("BRK drawings", folder(brk, "Drawings", "BRK", Map.of("type", "DR")));
        folder(brk, "Data sheets", "BRK", Map.of("type", "DS"));
        places.put("BRK electrical", folder(brk, "Electrical", "BRK", Map.of("discipline", "E", "type", "DR")));
        places.put("BRK functions", folder(brk, "Functions", "BRK", Map.of("type", "SP")));
        long dnm = folder(made.workInProgress(), "Dunmarrow Works", "DNM", Map.of());
        places.put("DNM deliveries", folder(dnm, "Deliveries", "DNM", Map.of()));
        folder(dnm, "Site notes", "DNM", Map.of());
        places.put("Site diary", folder(dnm, "Site diary", "DNM", Map.of()));
        places.put("FNK", fnk);
        places.put("ALD", ald);
        places.put("BRK", brk);
        for (String part : List.of("Hydraulics", "Civil", "Controls", "Site documents", "Site office")) {
            places.put("Shared " + part, folder(made.shared(), part, null, Map.of()));
        }
        reviews.place(made.project(), folder(made.published(), "For construction", null, Map.of()),
                people.actor(KestrelWeirPeople.CONTROLLER));
    }

    private void makeRules(StandardProject.Made made, long site) {
        hydraulicDesign = rule(made, "Hydraulic design", "FNK", DESIGN_FILES, "FNK", List.of(), "hydraulics", "Shared Hydraulics",
                List.of());
        rule(made, "Civil design", "ALD", DESIGN_FILES, "ALD", List.of(), "civil", "Shared Civil", List.of());
        rule(made, "Controls design", "BRK", DESIGN_FILES, "BRK", List.of(), "controls", "Shared Controls", List.of());
        rule(made, "Site documents", "DNM deliveries", Set.of(FileFormat.PDF, FileFormat.OFFICE), "DNM",
                List.of("{type}-{discipline}[_{title}]"), "civil", "Shared Site documents", List.of());
        rules.addDraft(made.project(), new HandlingRule("Data sheets from suppliers",
                "What suppliers send is not reviewed by us; it is filed with the controls.",
                standing("BRK"), Which.of(new Condition.HasFormat(Set.of(FileFormat.OFFICE))),
                new Plan(Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty(),
                        Optional.of(new IssuePlan(Map.of(1, Target.Place.usual(new FolderId(place("Shared Controls")), "S2", "")),
                        Optional.empty())),
                        Optional.empty())), people.id(KestrelWeirPeople.CONTROLLER));
        rules.addInForce(made.project(), new WatchingRule("Site is told of civil drawings", "", standing("ALD"),
                Which.of(new Condition.FieldIs("type", Set.of("DR"))),
                new TellPlan(List.of(new Telling(Occasion.ISSUED, List.of(new Audience.Holders(new RoleId(site))),
                        "{number} {revision} may be built from: {title}"))),
                List.of(new Copying(Occasion.ISSUED, new Target.Into(new FolderId(place("Shared Site office")),
                        "{originator}/" + Copying.BELOW, "{number}_{revision}[_{title}]"), Target.WhenTaken.KEEP_BOTH))),
                people.id(KestrelWeirPeople.CONTROLLER));
    }

    /** What the site only writes for itself is left where it lies. */
    private void sayWhatIsLeft(long project) {
        rules.sayForProject(project, RuleDesk.usual(StandardProject.DOCUMENTS, StandardProject.DOCUMENTS)
                .with(new Untaken(Untaken.Then.STOP, List.of(new Untaken.Otherwise(new FolderId(place("Site diary")),
                        Untaken.Then.LEAVE)))),
                people.id(KestrelWeirPeople.CONTROLLER));
    }

    private Where standing(String place) {
        return new Where(List.of(new Where.Standing(new FolderId(place(place)), true)));
    }

    private long rule(StandardProject.Made made, String name, String place, Set<FileFormat> formats, String firm, List<String> patterns,
            String route, String shared, List<Audience> alsoOnIssue) {
        FolderId target = new FolderId(place(shared));
        List<Audience> onIssue = new ArrayList<>(List.of(new Audience.Author()));
        onIssue.addAll(alsoOnIssue);
        Plan plan = new Plan(Optional.of(new IdentifyPlan(patterns, List.of(), Checks.USUAL, Optional.empty())), Optional.empty(),
                Optional.empty(), Optional.of(new ReviewPlan(Optional.of(route))),
                Optional.of(new IssuePlan(Map.of(1, Target.Place.usual(target, "A1", ""), 2, Target.Place.usual(target, "B1", ""), 3,
                        new Target.BackToAuthor(),
                        4, new Target.BackToAuthor()), Optional.empty())),
                Optional.of(TellPlan.of(List.of(new Audience.Author()),
                        List.of(new Audience.Author(), new Audience.Holders(new RoleId(made.controller()))), onIssue)));
        return rules.addInForce(made.project(), new HandlingRule(name, "", standing(place),
                Which.of(new Condition.HasFormat(formats), new Condition.From(
                        new Parties(Set.of(new FirmId(people.firm(firm))), Set.of(),
                        Set.of()))), plan), people.id(KestrelWeirPeople.CONTROLLER));
    }

    private void route(long project, String key, String name, long reviewer, long approver) {
        routes.putInForce(project, Route.usual(key, name, List.of(Step.usual("Technical review", Step.Kind.REVIEW,
                new Who.InRole(new RoleId(reviewer)), 5),
                Step.usual("Approval", Step.Kind.APPROVAL, new Who.InRole(new RoleId(approver)), 3))), 0, null);
    }

    private long folder(long parent, String name, @org.jspecify.annotations.Nullable String firm, Map<String, String> values) {
        return folders.make(new Folders.NewFolder(parent, name, null, firm == null ? null : people.firm(firm), values));
    }

    long place(String key) {
        return Objects.requireNonNull(places.get(key), key);
    }

    Map<String, Long> places() {
        return Map.copyOf(places);
    }

    /** The rule by which hydraulic drawings are handled. */
    long hydraulicDesign() {
        return hydraulicDesign;
    }
}
