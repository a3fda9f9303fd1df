package app.pervius.server.rules;

import app.pervius.core.identify.Identify;
import app.pervius.core.identify.IdentifyPlan;
import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.PatternFault;
import app.pervius.core.project.Field;
import app.pervius.core.project.Fields;
import app.pervius.core.rules.Condition;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.Parties;
import app.pervius.core.rules.Rule;
import app.pervius.core.rules.Where;
import app.pervius.server.documents.Sequences;
import app.pervius.server.folders.Folders;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import org.springframework.stereotype.Component;

/** What a rule says of itself: its name, its folders, its conditions, its name patterns, what it asks for. */
@Component
class OwnFindings implements RuleFinding {

    private final Folders folders;
    private final Projects projects;
    private final Sequences sequences;
    private final People people;

    OwnFindings(Folders folders, Projects projects, Sequences sequences, People people) {
        this.folders = folders;
        this.projects = projects;
        this.sequences = sequences;
        this.people = people;
    }

    @Override
    public List<Finding> find(long project, Rule rule, Handling handling) {
        List<Finding> found = new ArrayList<>();
        Fields fields = Identify.nameFields(projects.settings(project).fields());
        if (rule.name().isBlank()) {
            found.add(new Finding(true, "where", "The rule needs a name.", "Open it and give it one."));
        }
        if (rule.where().places().isEmpty()) {
            found.add(new Finding(true, "where", "It stands on no folder, so nothing ever reaches it.", "Choose folders for it."));
        }
        rule.where().places().stream().filter(p -> folders.find(p.folder().value()).filter(f -> f.project() == project).isEmpty())
                .forEach(p -> found.add(new Finding(true, "where", "A folder it stands on does not exist any more.", "Choose another, or leave it out.")));
        if (rule instanceof HandlingRule) {
            rule.where().places().forEach(p -> handIn(p, found));
        }
        rule.which().conditions().forEach(c -> condition(project, c, fields, found));
        if (rule instanceof HandlingRule) {
            identify(project, handling.identify(), fields, found);
        }
        return found;
    }

    /** A folder where nobody but document control may put files is hardly meant to take them from others. */
    private void handIn(Where.Standing place, List<Finding> found) {
        long folder = place.folder().value();
        if (folders.droppers(folder).filter(Folders.Droppers::nobody).isEmpty()
                || place.withBelow() && folders.withBelow(folder).stream().anyMatch(below -> folders.droppers(below).filter(d -> !d.nobody()).isPresent())) {
            return;
        }
        found.add(new Finding(false, "where", "Nobody but document control may hand in to “" + folders.folder(folder).path() + "”.", "Say beside the folder who may hand in there."));
    }

    private void identify(long project, IdentifyPlan plan, Fields fields, List<Finding> found) {
        plan.namePatterns().forEach(text -> pattern("identify", "Name pattern", text, fields, found));
        plan.sequence().filter(key -> sequences.inForce(project).find(key).isEmpty())
                .ifPresent(key -> found.add(new Finding(true, "identify", "The revision sequence it wants does not exist any more.", "Choose another.")));
        plan.asks().stream().filter(key -> fields.find(key).isEmpty())
                .forEach(key -> found.add(new Finding(true, "identify", "It asks for “" + key + "”, a field the project does not have.", "Leave it out, or add the field to the project.")));
    }

    private static void pattern(String column, String what, String text, Fields fields, List<Finding> found) {
        switch (Pattern.compile(text, fields)) {
            case Compiled.Faulty(List<PatternFault> faults) -> faults.forEach(f ->
                    found.add(new Finding(true, column, what + ", at character " + (f.position() + 1) + ": " + f.message() + ".", "Put the pattern right.")));
            case Compiled.Sound(Pattern pattern) -> pattern.ambiguity().ifPresent(a -> found.add(new Finding(false, column, what + ": " + a.inWords(fields),
                    "Put a mark between the parts, or give one a fixed width.")));
        }
    }

    private void condition(long project, Condition condition, Fields fields, List<Finding> found) {
        switch (condition) {
            case Condition.Came(var by) -> empty(by.isEmpty(), "ways to arrive", found);
            case Condition.HasFormat(var formats) -> empty(formats.isEmpty(), "file formats", found);
            case Condition.From(Parties p) -> parties(project, p, found);
            case Condition.HandedInBy(Parties p) -> parties(project, p, found);
            case Condition.Named(String pattern) -> {
                empty(pattern.isEmpty(), "names", found);
                if (!pattern.isEmpty()) {
                    pattern("which", "Pattern for names", pattern, fields, found);
                }
            }
            case Condition.Sized sized -> { }
            case Condition.FieldIs(String key, var values) -> field(key, values, fields, found);
            case Condition.All(var of) -> group(project, of, fields, found);
            case Condition.Any(var of) -> group(project, of, fields, found);
            case Condition.None(var of) -> group(project, of, fields, found);
        }
    }

    private void group(long project, List<Condition> of, Fields fields, List<Finding> found) {
        empty(of.isEmpty(), "conditions in a group", found);
        of.forEach(c -> condition(project, c, fields, found));
    }

    private static void empty(boolean empty, String what, List<Finding> found) {
        if (empty) {
            found.add(new Finding(true, "which", "A condition names no " + what + ", so nothing can meet it.", "Fill it in, or take it out."));
        }
    }

    private static void field(String key, Collection<String> values, Fields fields, List<Finding> found) {
        empty(values.isEmpty(), "values", found);
        if (fields.find(key).isEmpty()) {
            found.add(new Finding(true, "which", "A condition asks for the field “" + key + "”, which the project does not have.", "Choose another field."));
            return;
        }
        Field field = fields.find(key).get();
        values.stream().filter(v -> !field.takes(v)).forEach(v -> found.add(new Finding(true, "which",
                "“" + field.label() + "” can never be “" + v + "”: it takes " + field.expectation() + ".", "Choose a value the field takes.")));
    }

    private void parties(long project, Parties p, List<Finding> found) {
        empty(p.firms().isEmpty() && p.people().isEmpty() && p.roles().isEmpty(), "firms, people or roles", found);
        List<People.PersonView> members = people.membersOf(project);
        p.people().stream().filter(id -> members.stream().noneMatch(m -> m.id() == id.value() && m.active())).forEach(id ->
                found.add(new Finding(false, "which", "It names " + people.person(id.value()).name() + ", who has left.", "Name somebody else, or a role.")));
        List<Long> roles = people.roles(project).stream().map(People.RoleView::id).toList();
        p.roles().forEach(role -> {
            if (!roles.contains(role.value())) {
                found.add(new Finding(true, "which", "It names a role that does not exist in this project.", "Choose another."));
            } else if (people.holders(role).isEmpty()) {
                found.add(new Finding(false, "which", "Nobody holds “" + people.roleName(role) + "”, so nothing comes from there.", "Give the role to somebody."));
            }
        });
    }
}
