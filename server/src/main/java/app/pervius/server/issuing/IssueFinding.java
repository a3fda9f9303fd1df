package app.pervius.server.issuing;

import app.pervius.core.issue.Issuing;
import app.pervius.core.issue.Target;
import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.PathPattern;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.PatternFault;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.FolderId;
import app.pervius.core.project.PersonId;
import app.pervius.core.project.RoleId;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.tell.Audience;
import app.pervius.server.folders.Folders;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.rules.RuleFinding;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Whether everything a rule says of Issue can be carried out, and whether somebody is told. */
@Component
class IssueFinding implements RuleFinding {

    private final Folders folders;
    private final Projects projects;
    private final People people;

    IssueFinding(Folders folders, Projects projects, People people) {
        this.folders = folders;
        this.projects = projects;
        this.people = people;
    }

    @Override
    public List<Finding> find(long project, HandlingRule rule) {
        Projects.Settings settings = projects.settings(project);
        List<Finding> found = new ArrayList<>();
        for (DecisionCode code : settings.decisionCodes()) {
            Target target = rule.issue().byCode().get(code.digit());
            if (target == null) {
                found.add(new Finding(true, "issue", "It does not say what follows from " + code.digit() + ", " + code.name() + "."));
            } else if (target instanceof Target.Place place) {
                check(settings, code, place, found);
            } else if (target instanceof Target.AsProject && code.placing().isEmpty() && code.workMayGoOn()) {
                found.add(new Finding(true, "issue", "The project does not say where " + code.digit() + ", " + code.name() + ", is placed, so the rule has to."));
            } else if (target instanceof Target.AsProject && code.placing().isPresent()) {
                check(settings, code, new Target.Place(code.placing().get().folder(), code.placing().get().statusCode(), code.placing().get().path()), found);
            }
        }
        if (Pattern.compile(rule.issue().namePattern(), Issuing.nameFields(settings.fields())) instanceof Compiled.Faulty(List<PatternFault> faults)) {
            found.add(new Finding(true, "issue", "The name of placed files, at character " + (faults.getFirst().position() + 1) + ": "
                    + faults.getFirst().message() + "."));
        }
        Stream.of(rule.tell().onArrival(), rule.tell().onReturn(), rule.tell().onIssue()).flatMap(List::stream).distinct()
                .forEach(audience -> check(project, audience, found));
        return found;
    }

    private void check(long project, Audience audience, List<Finding> found) {
        switch (audience) {
            case Audience.Author(), Audience.ByMatrix() -> { }
            case Audience.Holders(RoleId role) -> {
                if (people.roles(project).stream().noneMatch(r -> r.id() == role.value())) {
                    found.add(new Finding(true, "tell", "A role that is to be told does not exist in this project."));
                } else if (people.holders(role).isEmpty()) {
                    found.add(new Finding(false, "tell", "Nobody holds “" + people.roleName(role) + "”, so that message goes to nobody."));
                }
            }
            case Audience.Named(PersonId person) -> {
                if (people.membersOf(project).stream().noneMatch(p -> p.id() == person.value())) {
                    found.add(new Finding(true, "tell", "A person who is to be told is not in this project."));
                }
            }
        }
    }

    private void check(Projects.Settings project, DecisionCode code, Target.Place place, List<Finding> found) {
        FolderId folder = place.folder();
        var destination = folders.find(folder.value()).filter(f -> f.project() == project.id());
        if (destination.isEmpty()) {
            found.add(new Finding(true, "issue", "The folder for " + code.digit() + " does not exist any more."));
        } else if (destination.get().state().holdsOneCurrentRevision() && project.archive().isEmpty()) {
            found.add(new Finding(false, "issue", "The project has no archive folder, so a second revision could not take the first one's place."));
        }
        if (PathPattern.compile(place.path(), Issuing.nameFields(project.fields())) instanceof PathPattern.CompiledPath.Faulty(List<PatternFault> faults)) {
            found.add(new Finding(true, "issue", "The path for " + code.digit() + ", at character " + (faults.getFirst().position() + 1) + ": " + faults.getFirst().message() + "."));
        }
        project.statusCodes().stream().filter(c -> c.code().equals(place.statusCode())).findFirst().ifPresentOrElse(
                status -> destination.filter(f -> !status.goesWith(f.state())).ifPresent(f -> found.add(new Finding(true, "issue",
                        "Status code " + status.code() + " goes with " + status.statesInWords() + ", but the folder for " + code.digit() + " is " + f.state().label() + "."))),
                () -> found.add(new Finding(true, "issue", "Status code “" + place.statusCode() + "” for " + code.digit() + " is not on the project's list.")));
    }
}
