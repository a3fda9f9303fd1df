package app.pervius.server.rules.arriving;

import app.pervius.core.identify.IdentifyPlan;
import app.pervius.core.issue.Copying;
import app.pervius.core.issue.IssuePlan;
import app.pervius.core.issue.Target;
import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.PathPattern;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.PatternFault;
import app.pervius.core.project.Fields;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.Rule;
import app.pervius.core.rules.WatchingRule;
import app.pervius.core.rules.Where;
import app.pervius.core.tell.Occasion;
import app.pervius.server.folders.Folders;
import app.pervius.server.projects.Projects;
import app.pervius.server.rules.RuleFinding;
import app.pervius.server.rules.Rules;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.stereotype.Component;

/** Whether the copies of a watching rule can be put. */
@Component
class CopyFinding implements RuleFinding {

    private static final String COLUMN = "issue";

    private final Folders folders;
    private final Projects projects;
    private final Rules rules;
    private final FilledFields filled;

    CopyFinding(Folders folders, Projects projects, Rules rules, FilledFields filled) {
        this.folders = folders;
        this.projects = projects;
        this.rules = rules;
        this.filled = filled;
    }

    @Override
    public List<Finding> find(long project, Rule rule, Handling handling) {
        List<Finding> found = new ArrayList<>();
        if (rule instanceof WatchingRule watching) {
            Projects.Settings settings = projects.settings(project);
            watching.copies().forEach(copying -> {
                copying(settings, copying, found);
                unfilled(settings, rule, handling, copying, found);
            });
        }
        return found;
    }

    /** Fields its path and name cannot be written without, and which no rule that takes files, nor a folder, fills. */
    private void unfilled(Projects.Settings project, Rule rule, Handling handling, Copying copying, List<Finding> found) {
        Fields fields = Copying.nameFields(project.fields());
        Set<String> needed = new TreeSet<>();
        if (Copying.check(copying.into().path(), project.fields()) instanceof PathPattern.CompiledPath.Sound(PathPattern path)) {
            needed.addAll(path.neededKeys());
        }
        if (Pattern.compile(IssuePlan.name(copying.into(), true), fields) instanceof Compiled.Sound(Pattern name)) {
            needed.addAll(name.neededKeys());
        }
        needed.removeAll(Set.of("title", "name", "folder", "number", "revision", "status"));
        Handling anyRules = withNamesOf(project.id(), rule.where(), handling);
        List<FilledFields.Unfilled> unfilled = copying.occasion() == Occasion.ISSUED
                ? filled.unfilledAtIssue(project.id(), rule, anyRules, needed) : filled.unfilled(project.id(), rule, anyRules, needed);
        unfilled.forEach(u -> found.add(new Finding(false, COLUMN, "A copy needs “" + u.field()
                + "”, which nothing fills for files in “" + u.folder() + "”.", "Put it in brackets, set it on the folder, or have a rule "
                + "that takes files there read it out of their names.")));
    }

    /** With what is read out of names and asked for by the rules that take files there. */
    private Handling withNamesOf(long project, Where where, Handling handling) {
        List<IdentifyPlan> all = new ArrayList<>(List.of(handling.identify()));
        rules.sheet(project).rows().forEach(row -> {
            if (row.rule() instanceof HandlingRule taking && (reaches(taking.where(), where) || reaches(where, taking.where()))) {
                taking.plan().identify().ifPresent(all::add);
            }
        });
        IdentifyPlan first = all.getFirst();
        return new Handling(new IdentifyPlan(all.stream().flatMap(p -> p.namePatterns().stream()).distinct().toList(),
                all.stream().flatMap(p -> p.asks().stream()).distinct().toList(), first.checks(), first.sequence()), handling.number(),
                handling.prepare(), handling.review(), handling.issue(), handling.tell(), handling.untaken());
    }

    private boolean reaches(Where where, Where other) {
        return where.places().stream().anyMatch(place -> other.places().stream().anyMatch(its -> its.folder().equals(place.folder())
                || place.withBelow() && folders.find(its.folder().value()).isPresent()
                && folders.pathUp(its.folder().value()).contains(place.folder())));
    }

    private void copying(Projects.Settings project, Copying copying, List<Finding> found) {
        Fields fields = project.fields();
        Target.Into into = copying.into();
        Optional<Folders.FolderView> folder = folders.find(into.folder().value()).filter(f -> f.project() == project.id());
        if (folder.isEmpty()) {
            found.add(new Finding(true, COLUMN, "The folder a copy goes to does not exist any more.", "Choose another folder."));
        }
        if (Copying.check(into.path(), fields) instanceof PathPattern.CompiledPath.Faulty(List<PatternFault> faults)) {
            found.add(fault("path of a copy", faults.getFirst()));
        }
        if (Pattern.compile(IssuePlan.name(into, true), Copying.nameFields(fields)) instanceof Compiled.Faulty(List<PatternFault> faults)) {
            found.add(fault("name of a copy", faults.getFirst()));
        }
        folder.filter(f -> f.state().holdsOneCurrentRevision()).ifPresent(guarded -> {
            if (copying.occasion() != Occasion.ISSUED) {
                found.add(new Finding(true, COLUMN, "“" + guarded.path() + "” is " + guarded.state().label()
                        + ": only what has been issued is copied there.", "Copy it on issue, or to another folder."));
            }
            if (copying.whenTaken() == Target.WhenTaken.NEXT_VERSION || copying.whenTaken() == Target.WhenTaken.REPLACE) {
                found.add(new Finding(true, COLUMN, "In “" + guarded.path()
                        + "” nothing is replaced: a name that is taken can only be kept "
                        + "beside it or left out.", "Keep both, or put no copy then."));
            }
        });
        if (copying.whenTaken() == Target.WhenTaken.REPLACE && project.archive().isEmpty()) {
            found.add(new Finding(true, COLUMN, "What is replaced goes to the archive, and the project has no archive folder.",
                    "Set one on the project's page."));
        }
    }

    private static Finding fault(String what, PatternFault fault) {
        return new Finding(true, COLUMN, "The " + what + ", at character " + (fault.position() + 1) + ": " + fault.message() + ".",
                "Put the pattern right.");
    }
}
