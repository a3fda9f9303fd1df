package app.pervius.server.issuing;

import app.pervius.core.issue.IssuePlan;
import app.pervius.core.issue.Issuing;
import app.pervius.core.issue.Target;
import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.PathPattern;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.PatternFault;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.Field;
import app.pervius.core.project.Fields;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.Rule;
import app.pervius.server.folders.Folders;
import app.pervius.server.projects.Projects;
import app.pervius.server.rules.RuleFinding;
import app.pervius.server.rules.arriving.FilledFields;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Whether everything a rule says of Issue can be carried out. */
@Component
class IssueFinding implements RuleFinding {

    private static final String CHOOSE_FOLDER = "Choose another folder.";
    private static final String MEND_PATTERN = "Put the pattern right.";

    private final Folders folders;
    private final Projects projects;
    private final FilledFields filled;

    IssueFinding(Folders folders, Projects projects, FilledFields filled) {
        this.folders = folders;
        this.projects = projects;
        this.filled = filled;
    }

    @Override
    public List<Finding> find(long project, Rule rule, Handling handling) {
        List<Finding> found = new ArrayList<>();
        if (!(rule instanceof HandlingRule)) {
            return found;
        }
        Projects.Settings settings = projects.settings(project);
        boolean numbered = handling.number().scheme().isPresent();
        places(settings, handling, found).forEach((what, place) -> {
            check(settings, what, place, numbered, found);
            unfilled(settings, rule, handling, what, place, found);
        });
        return found;
    }

    /** Everything that can be placed, with what it is placed for; what is missing is found. */
    private static Map<String, Target.Place> places(Projects.Settings settings, Handling handling, List<Finding> found) {
        Map<String, Target.Place> places = new LinkedHashMap<>();
        IssuePlan plan = handling.issue();
        if (handling.review().route().isEmpty()) {
            plan.atOnce().ifPresent(place -> places.put("what is filed at once", place));
            if (plan.atOnce().isEmpty() && plan.releasesAfter(Optional.empty()).isEmpty()) {
                found.add(new Finding(true, "issue", "Nobody reviews it, and it does not say where it is filed.",
                        "Choose a folder, or a route."));
            }
            return places;
        }
        for (DecisionCode code : settings.decisionCodes()) {
            String what = Integer.toString(code.digit());
            Target target = plan.byCode().get(code.digit());
            if (target == null) {
                found.add(new Finding(true, "issue", "It does not say what follows from " + code.digit() + ", " + code.name() + ".",
                        "Say what follows, or leave it to the project."));
            } else if (target instanceof Target.Place place) {
                places.put(what, place);
            } else if (target instanceof Target.AsProject && code.placing().isEmpty() && code.workMayGoOn()) {
                found.add(new Finding(true, "issue", "The project does not say where " + code.digit() + ", " + code.name()
                        + ", is placed, so the rule has to.",
                        "Choose a folder here, or on the project's page for the decision code."));
            } else if (target instanceof Target.AsProject) {
                Issuing.asProject(code).ifPresent(place -> places.put(what, place));
            }
        }
        return places;
    }

    /** Fields its path and names cannot be written without, and which nothing fills: it would be stopped after its review. */
    private void unfilled(Projects.Settings project, Rule rule, Handling handling, String what, Target.Place place, List<Finding> found) {
        Set<String> given = new HashSet<>(place.sets().keySet());
        given.addAll(Set.of("title", "name", "status"));
        if (handling.number().scheme().isPresent()) {
            given.addAll(Set.of("number", "revision"));
        }
        Fields fields = Issuing.nameFields(project.fields());
        Set<String> needed = new TreeSet<>();
        Stream.concat(Stream.of(place.into()), place.copies().stream()).forEach(into -> {
            if (PathPattern.compile(into.path(), fields) instanceof PathPattern.CompiledPath.Sound(PathPattern path)) {
                needed.addAll(path.neededKeys());
            }
            if (Pattern.compile(IssuePlan.name(into, handling.number().scheme().isPresent()),
                    fields) instanceof Compiled.Sound(Pattern name)) {
                needed.addAll(name.neededKeys());
            }
        });
        needed.removeAll(given);
        filled.unfilledAtIssue(project.id(), rule, handling, needed)
                .forEach(u -> found.add(new Finding(false, "issue", "The place for " + what + " needs “" + u.field()
                + "”, which nothing fills for files in “" + u.folder() + "”.",
                "Read it out of the name, ask for it, set it on the folder, or put it in brackets.")));
    }

    private void check(Projects.Settings project, String what, Target.Place place, boolean numbered, List<Finding> found) {
        Optional<Folders.FolderView> destination = into(project, what, place.into(), found);
        place.copies().forEach(copy -> into(project, "a copy for " + what, copy, found));
        if (destination.isPresent() && destination.get().state().holdsOneCurrentRevision()) {
            if (project.archive().isEmpty()) {
                found.add(new Finding(false, "issue",
                        "The project has no archive folder, so a second revision could not take the first one's place.",
                        "Set one on the project's page."));
            }
            if (place.whenTaken() == Target.WhenTaken.NEXT_VERSION || place.whenTaken() == Target.WhenTaken.REPLACE) {
                found.add(new Finding(true, "issue", "In “" + destination.get()
                        .path() + "” nothing is replaced: a name that is taken can only stop it or be kept beside it.",
                        "Let it stop, or keep both."));
            }
        }
        if (place.whenTaken() == Target.WhenTaken.REPLACE && project.archive().isEmpty()) {
            found.add(new Finding(true, "issue", "What is replaced goes to the archive, and the project has no archive folder.",
                    "Set one on the project's page."));
        }
        sets(project.fields(), place, found);
        if (numbered || !place.statusCode().isEmpty()) {
            status(project, what, place, destination, found);
        }
    }

    private static void status(Projects.Settings project, String what, Target.Place place, Optional<Folders.FolderView> destination,
            List<Finding> found) {
        project.statusCodes().stream().filter(c -> c.code().equals(place.statusCode())).findFirst().ifPresentOrElse(
                status -> destination.filter(f -> !status.goesWith(f.state())).ifPresent(f -> found.add(new Finding(true, "issue",
                        "Status code " + status.code() + " goes with " + status.statesInWords() + ", but the folder for " + what + " is "
                        + f.state().label() + ".", "Choose another status code or folder."))),
                () -> found.add(new Finding(true, "issue", "Status code “" + place.statusCode() + "” for " + what
                        + " is not on the project's list.", "Choose one from the list.")));
    }

    private Optional<Folders.FolderView> into(Projects.Settings project, String what, Target.Into into, List<Finding> found) {
        Fields fields = Issuing.nameFields(project.fields());
        Optional<Folders.FolderView> folder = folders.find(into.folder().value()).filter(f -> f.project() == project.id());
        if (folder.isEmpty()) {
            found.add(new Finding(true, "issue", "The folder for " + what + " does not exist any more.", CHOOSE_FOLDER));
        }
        if (PathPattern.compile(into.path(), fields) instanceof PathPattern.CompiledPath.Faulty(List<PatternFault> faults)) {
            found.add(new Finding(true, "issue", "The path for " + what + ", at character " + (faults.getFirst().position() + 1) + ": "
                    + faults.getFirst().message() + ".", MEND_PATTERN));
        }
        if (Pattern.compile(into.name(), fields) instanceof Compiled.Faulty(List<PatternFault> faults)) {
            found.add(new Finding(true, "issue", "The name of placed files, at character " + (faults.getFirst().position() + 1) + ": "
                    + faults.getFirst().message() + ".", MEND_PATTERN));
        }
        return folder;
    }

    private static void sets(Fields fields, Target.Place place, List<Finding> found) {
        place.sets().forEach((key, value) -> {
            Optional<Field> field = fields.find(key);
            if (field.isEmpty()) {
                found.add(new Finding(true, "issue", "It sets the field “" + key + "”, which the project does not have.",
                        "Choose another field."));
            } else if (!field.get().takes(value)) {
                found.add(new Finding(true, "issue", "It sets “" + field.get()
                        .label() + "” to “" + value + "”, but that takes " + field.get().expectation() + ".",
                        "Choose a value the field takes."));
            }
        });
    }
}
