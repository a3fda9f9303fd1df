package app.pervius.server.routes;

import app.pervius.core.project.PersonId;
import app.pervius.core.project.RoleId;
import app.pervius.core.review.Route;
import app.pervius.core.review.RouteCheck;
import app.pervius.core.review.Step;
import app.pervius.core.review.Who;
import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.refused.Refused;
import app.pervius.server.rules.Rules;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Routes: what each step asks of whom by when, and their editions. */
@RestController
@RequestMapping("/api/projects/{project}/routes")
class RouteController {

    private final Routes routes;
    private final RouteFindings findings;
    private final RouteWords words;
    private final Rules rules;
    private final People people;
    private final Projects projects;
    private final InstantSource clock;

    RouteController(Routes routes, RouteFindings findings, RouteWords words, Rules rules, People people, Projects projects,
            InstantSource clock) {
        this.routes = routes;
        this.findings = findings;
        this.words = words;
        this.rules = rules;
        this.people = people;
        this.projects = projects;
        this.clock = clock;
    }

    /**
     * A step, and when it would begin and be due if the route began now and those before took all their time.
     *
     * @param who whom it means, in words
     * @param people the names of those who hold its roles or are named; empty where the document decides
     * @param condition when it is taken, in words; empty where it always is
     */
    record StepView(String name, Step.Kind kind, String who, List<String> people, int workingDays, String condition, Instant begins,
            Instant dueIfBegunNow) {
    }

    /** A fault keeps a route from being put in force, anything else only holds up files; {@code step} is 0-based. */
    record RouteRemarkView(boolean fault, @Nullable Integer step, String sentence) {
    }

    /** A route; {@code rules} are the names of rules that send on it. */
    record RouteView(String key, String name, int edition, RouteForm form, List<StepView> steps, List<RouteRemarkView> remarks,
            List<String> rules, boolean maySend) {
    }

    /** An edition of a route, with when and by whom it was put in force. */
    record RouteEditionView(int edition, boolean inForce, Instant at, String by, RouteForm form) {
    }

    /** What is made of a route that is being edited. */
    record RouteLook(List<StepView> steps, List<RouteRemarkView> remarks) {
    }

    /** A route to be put in force; {@code edition} is the one it was made from, 0 for a new one. */
    record RouteEntry(int edition, @NotNull @Valid RouteForm form) {
    }

    @GetMapping
    List<RouteView> routes(@PathVariable long project, Actor actor) {
        actor.in(project);
        return routes.all(project).stream().map(route -> view(project, route, actor)).toList();
    }

    @GetMapping("/{key}/editions")
    List<RouteEditionView> editions(@PathVariable long project, @PathVariable String key, Actor actor) {
        actor.in(project);
        return routes.editions(project, key).stream().map(e -> new RouteEditionView(e.route().edition(), e.inForce(), e.at(),
                e.by() == null ? "Pervius" : people.person(e.by()).name(),
                RouteForm.of(e.route()))).toList();
    }

    /** What would come of a route, without putting it in force. */
    @PostMapping("/looks")
    RouteLook look(@PathVariable long project, @Valid @RequestBody RouteForm form, Actor actor) {
        actor.mustControl(project);
        Route route = form.route("look");
        return new RouteLook(steps(project, route), remarks(project, route));
    }

    @Act(kind = ActKind.RULES, says = "put the route {key} in force")
    @PutMapping("/{key}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void putInForce(@PathVariable long project, @PathVariable String key, @Valid @RequestBody RouteEntry entry, Actor actor) {
        actor.mustControl(project);
        if (!key.matches("[a-z0-9][a-z0-9-]{0,59}")) {
            throw Refused.invalid("key", "A route's key has small letters, digits and hyphens.");
        }
        Route route = entry.form().route(key);
        RouteCheck.faults(route, projects.settings(project).decisionCodes()).stream().findFirst().ifPresent(fault -> {
            throw Refused.invalid("form", fault.step().map(i -> "Step " + (i + 1) + ": ").orElse("") + fault.sentence());
        });
        if (routes.all(project).stream().anyMatch(r -> !r.key().equals(key) && r.name().equalsIgnoreCase(route.name()))) {
            throw Refused.invalid("name", "Another route is called “" + route.name() + "” too.");
        }
        mustExist(project, route);
        routes.putInForce(project, route, entry.edition(), actor.person(project));
    }

    /** Withdraws a route; what is under way on it finishes on it. */
    @Act(kind = ActKind.RULES, says = "withdrew the route {key}")
    @DeleteMapping("/{key}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void withdraw(@PathVariable long project, @PathVariable String key, Actor actor) {
        actor.mustControl(project);
        List<String> using = usedBy(project, key);
        if (!using.isEmpty()) {
            throw Refused.conflict("route-in-use", "These rules send on it: " + String.join(", ", using)
                    + ". Let them name another route first.");
        }
        routes.withdraw(project, key);
    }

    private RouteView view(long project, Route route, Actor actor) {
        return new RouteView(route.key(), route.name(), route.edition(), RouteForm.of(route), steps(project, route),
                remarks(project, route), usedBy(project, route.key()), Routes.maySend(project, route, actor));
    }

    private List<String> usedBy(long project, String key) {
        return rules.handlings(project).entrySet().stream().filter(e -> e.getValue().review().route().filter(key::equals).isPresent())
                .map(Map.Entry::getKey).toList();
    }

    private List<RouteRemarkView> remarks(long project, Route route) {
        List<RouteRemarkView> all = new ArrayList<>();
        RouteCheck.faults(route, projects.settings(project).decisionCodes())
                .forEach(f -> all.add(new RouteRemarkView(true, f.step().orElse(null), f.sentence())));
        findings.of(project, route).forEach(f -> all.add(new RouteRemarkView(false, f.step().orElse(null), f.sentence())));
        return all;
    }

    /** Whether everybody and everything a route names is of this project. */
    private void mustExist(long project, Route route) {
        var known = people.roles(project).stream().map(People.RoleView::id).collect(Collectors.toSet());
        List<RoleId> named = new ArrayList<>(route.senders());
        List<Who> whos = new ArrayList<>();
        route.steps().forEach(step -> {
            named.addAll(step.chase().escalateTo());
            whos.addAll(step.who());
        });
        route.lead().ifPresent(whos::add);
        whos.forEach(who -> {
            if (who instanceof Who.InRole(RoleId role)) {
                named.add(role);
            }
            if (who instanceof Who.Person(PersonId person) && !people.isMember(project, person.value())) {
                throw Refused.invalid("who", "A person in it is not in this project.");
            }
        });
        if (!named.stream().map(RoleId::value).allMatch(known::contains)) {
            throw Refused.invalid("who", "A role in it does not exist in this project.");
        }
        if (!route.senderPeople().stream().allMatch(p -> people.isMember(project, p.value()))) {
            throw Refused.invalid("senderPeople", "A person in it is not in this project.");
        }
        route.senderFirms().forEach(firm -> people.firm(project, firm.value()));
    }

    private List<StepView> steps(long project, Route route) {
        Projects.Settings settings = projects.settings(project);
        boolean countable = route.steps().stream().allMatch(s -> s.workingDays() >= 1);
        List<Route.Span> spans = countable ? route.schedule(clock.instant(), settings.calendar()) : List.of();
        List<StepView> views = new ArrayList<>();
        for (int i = 0; i < route.steps().size(); i++) {
            Step step = route.steps().get(i);
            Instant begins = countable ? spans.get(i).begins() : clock.instant();
            Instant due = countable ? spans.get(i).due() : clock.instant();
            views.add(new StepView(step.name(), step.kind(), words.who(project, step),
                    step.who().stream().flatMap(w -> names(w).stream()).distinct().sorted().toList(), step.workingDays(),
                    step.when().map(w -> words.condition(project, w)).orElse(""), begins, due));
        }
        return views;
    }

    private List<String> names(Who who) {
        return switch (who) {
            case Who.InRole(RoleId role) -> people.holders(role).stream().map(h -> people.person(h.person().value()).name()).toList();
            case Who.Person(PersonId person) -> List.of(people.person(person.value()).name());
            case Who.ByMatrix m -> List.of();
            case Who.InField f -> List.of();
        };
    }
}
