package app.pervius.server.routes;

import app.pervius.core.project.PersonId;
import app.pervius.core.project.RoleId;
import app.pervius.core.review.Condition;
import app.pervius.core.review.Matrix;
import app.pervius.core.review.Route;
import app.pervius.core.review.Step;
import app.pervius.core.review.Who;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import java.util.List;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Routes in words. */
@Component
public class RouteWords {

    private final People people;
    private final Projects projects;

    RouteWords(People people, Projects projects) {
        this.people = people;
        this.projects = projects;
    }

    /**
     * A route's steps, such as {@code Technical review by Lead civil engineer (5 working days), then Approval by Approver (3 working
     * days)}.
     */
    public String steps(long project, Route route) {
        return route.steps().stream().map(step -> step.name() + " by " + who(project, step) + " (" + step.workingDays() + " working "
                + (step.workingDays() == 1 ? "day" : "days")
                + step.when().map(when -> ", " + condition(project, when)).orElse("") + ")").collect(Collectors.joining(", then "));
    }

    String who(long project, Step step) {
        return step.who().stream().map(who -> who(project, who)).collect(Collectors.joining(", "));
    }

    String condition(long project, Condition condition) {
        return switch (condition) {
            case Condition.FieldIs(String field, List<String> values) -> "only if " + label(project, field) + " is "
                    + String.join(" or ", values);
            case Condition.FieldIsNot(String field, List<String> values) -> "only if " + label(project, field) + " is not "
                    + String.join(" or ", values);
            case Condition.FromCycle(int cycle) -> "only from cycle " + cycle + " on";
        };
    }

    private String who(long project, Who who) {
        return switch (who) {
            case Who.InRole(RoleId role) -> people.roleName(role);
            case Who.Person(PersonId person) -> people.person(person.value()).name();
            case Who.ByMatrix(Matrix.Duty duty) -> "who " + duty.label() + " by the matrix";
            case Who.InField(String field) -> "who stands in " + label(project, field);
        };
    }

    private String label(long project, String field) {
        return projects.settings(project).fields().label(field);
    }
}
