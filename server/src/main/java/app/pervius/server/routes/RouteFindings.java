package app.pervius.server.routes;

import app.pervius.core.project.Fields;
import app.pervius.core.project.PersonId;
import app.pervius.core.project.RoleId;
import app.pervius.core.review.Condition;
import app.pervius.core.review.Matrix;
import app.pervius.core.review.Needs;
import app.pervius.core.review.Route;
import app.pervius.core.review.Step;
import app.pervius.core.review.Who;
import app.pervius.server.people.Matrices;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What would hold up files on a route although it can be put in force: roles nobody holds, people who left, fields that are gone. */
@Component
class RouteFindings {

    /** A finding; {@code step} is 0-based and absent where it is the route as a whole. */
    record RouteRemark(Optional<Integer> step, String sentence) {
    }

    private final People people;
    private final Matrices matrices;
    private final Projects projects;

    RouteFindings(People people, Matrices matrices, Projects projects) {
        this.people = people;
        this.matrices = matrices;
        this.projects = projects;
    }

    List<RouteRemark> of(long project, Route route) {
        List<RouteRemark> found = new ArrayList<>();
        Fields fields = projects.settings(project).fields();
        for (int i = 0; i < route.steps().size(); i++) {
            int at = i;
            Step step = route.steps().get(i);
            step.who().forEach(who -> whoIsMissing(project, who, fields).ifPresent(why -> found.add(new RouteRemark(Optional.of(at), why
                    + ": what comes to the step “" + step.name() + "” will be stopped until that is mended."))));
            if (step.needs() instanceof Needs.AtLeast(int needed) && step.who().stream().allMatch(Who.InRole.class::isInstance)
                    && step.who().stream().flatMap(w -> people.holders(((Who.InRole) w).role()).stream()).distinct().count() < needed) {
                found.add(new RouteRemark(Optional.of(at), "It needs " + needed + " answers, but fewer people hold its roles."));
            }
            step.when().filter(when -> field(when).filter(f -> fields.find(f).isEmpty()).isPresent())
                    .ifPresent(when -> found.add(new RouteRemark(Optional.of(at),
                            "Its condition speaks of a field the project does not have.")));
        }
        route.lead().flatMap(who -> whoIsMissing(project, who, fields))
                .ifPresent(why -> found.add(new RouteRemark(Optional.empty(), why + ", so nobody could release the comments.")));
        route.completion().values().forEach((field, value) -> {
            if (fields.find(field).filter(f -> f.takes(value)).isEmpty()) {
                found.add(new RouteRemark(Optional.empty(), "It sets “" + field + "” to “" + value
                        + "”, which the project's field does not take."));
            }
        });
        route.completion().statusCodes().values().stream().filter(code -> projects.settings(project).statusCodes().stream()
                .noneMatch(s -> s.code().equals(code)))
                .forEach(code -> found.add(new RouteRemark(Optional.empty(),
                        "It calls for the status code “" + code + "”, which is not on the project's list.")));
        return found;
    }

    private Optional<String> whoIsMissing(long project, Who who, Fields fields) {
        return switch (who) {
            case Who.InRole(RoleId role) -> people.holders(role).isEmpty() ? Optional.of("Nobody holds “" + people.roleName(role) + "”")
                    : people.holders(role).stream().noneMatch(h -> people.decides(project, h.person().value()))
                    ? Optional.of("Nobody who holds “" + people.roleName(role) + "” may decide") : Optional.empty();
            case Who.Person(PersonId person) -> people.reviewingSide(project).stream().anyMatch(h -> h.person().equals(person))
                    ? Optional.empty()
                    : Optional.of(people.person(person.value()).name()
                            + " has left the project, or may not see or decide on what others send");
            case Who.ByMatrix(Matrix.Duty duty) -> matrices.of(project).cells().values().stream()
                    .anyMatch(c -> !c.getOrDefault(duty, List.of()).isEmpty()) ? Optional.empty()
                    : Optional.of("The distribution matrix says nobody who " + duty.label());
            case Who.InField(String field) -> fields.find(field).isPresent() ? Optional.empty()
                    : Optional.of("The project has no field “" + field + "”");
        };
    }

    private static Optional<String> field(Condition condition) {
        return switch (condition) {
            case Condition.FieldIs(String field, List<String> values) -> Optional.of(field);
            case Condition.FieldIsNot(String field, List<String> values) -> Optional.of(field);
            case Condition.FromCycle(int cycle) -> Optional.empty();
        };
    }
}
