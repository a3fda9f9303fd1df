package app.pervius.server.rules;

import app.pervius.core.identify.Identify;
import app.pervius.core.identify.IdentifyPlan;
import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.PatternFault;
import app.pervius.core.project.Fields;
import app.pervius.core.kind.Kind;
import app.pervius.core.kind.Part;
import app.pervius.core.kind.Thing;
import app.pervius.core.kind.Values;
import app.pervius.core.project.RoleId;
import app.pervius.core.rules.Condition;
import app.pervius.core.rules.Conditions;
import java.util.stream.Collectors;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.Rule;
import app.pervius.core.rules.Where;
import app.pervius.server.documents.Sequences;
import app.pervius.server.folders.Folders;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import java.util.ArrayList;
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
                .forEach(p -> found.add(new Finding(true, "where", "A folder it stands on does not exist any more.",
                        "Choose another, or leave it out.")));
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
                || place.withBelow() && folders.withBelow(folder).stream()
                .anyMatch(below -> folders.droppers(below).filter(d -> !d.nobody()).isPresent())) {
            return;
        }
        found.add(new Finding(false, "where", "Nobody but document control may hand in to “" + folders.folder(folder).path() + "”.",
                "Say beside the folder who may hand in there."));
    }

    private void identify(long project, IdentifyPlan plan, Fields fields, List<Finding> found) {
        plan.namePatterns().forEach(text -> pattern("identify", "Name pattern", text, fields, found));
        plan.sequence().filter(key -> sequences.inForce(project).find(key).isEmpty())
                .ifPresent(key -> found.add(new Finding(true, "identify", "The revision sequence it wants does not exist any more.",
                        "Choose another.")));
        plan.asks().stream().filter(key -> fields.find(key).isEmpty())
                .forEach(key -> found.add(new Finding(true, "identify", "It asks for “" + key + "”, a field the project does not have.",
                        "Leave it out, or add the field to the project.")));
    }

    private static void pattern(String column, String what, String text, Fields fields, List<Finding> found) {
        switch (Pattern.compile(text, fields)) {
            case Compiled.Faulty(List<PatternFault> faults) -> faults.forEach(f ->
                    found.add(new Finding(true, column, what + ", at character " + (f.position() + 1) + ": " + f.message() + ".",
                            "Put the pattern right.")));
            case Compiled.Sound(Pattern pattern) -> pattern.ambiguity()
                    .ifPresent(a -> found.add(new Finding(false, column, what + ": " + a.inWords(fields),
                    "Put a mark between the parts, or give one a fixed width.")));
        }
    }

    private void condition(long project, Condition condition, Fields fields, List<Finding> found) {
        Kind<Condition> kind = Conditions.KINDS.of(condition);
        Values values = kind.take().apply(condition);
        if (!kind.parts().isEmpty() && kind.parts().stream().allMatch(part -> missing(part, values))) {
            String what = kind.parts().stream().map(Part::word).collect(Collectors.joining(", "));
            found.add(new Finding(true, "which", "A condition names no " + what.replaceFirst(", ([^,]*)$", " or $1")
                    + ", so nothing can meet it.", "Fill it in, or take it out."));
            return;
        }
        kind.parts().forEach(part -> part(project, part, values, fields, found));
        Conditions.within(condition).forEach(one -> condition(project, one, fields, found));
    }

    /** Whether a part that has to say something says nothing. */
    private static boolean missing(Part part, Values values) {
        return switch (part) {
            case Part.Words words -> values.names(part.key()).isEmpty();
            case Part.Some some -> values.ids(part.key(), id -> id).isEmpty();
            case Part.Text text -> values.text(part.key()).isEmpty();
            case Part.Group group -> values.group(part.key(), Condition.class).isEmpty();
            case Part.FieldKey field -> values.text(part.key()).isEmpty();
            case Part.FieldValues its -> values.names(part.key()).isEmpty();
            case Part.One one -> values.number(part.key()).isEmpty();
            case Part.Size size -> false;
            case Part.Placed placed -> false;
        };
    }

    private void part(long project, Part part, Values values, Fields fields, List<Finding> found) {
        switch (part) {
            case Part.Text text -> {
                if (text.use() == Part.Use.PATTERN) {
                    pattern("which", "Pattern for " + part.word(), values.text(part.key()), fields, found);
                }
            }
            case Part.FieldKey field -> {
                if (fields.find(values.text(part.key())).isEmpty()) {
                    found.add(new Finding(true, "which", "A condition asks for the field “" + values.text(part.key())
                            + "”, which the project does not have.", "Choose another field."));
                }
            }
            case Part.FieldValues its -> field(values, its, fields, found);
            case Part.Some some -> values.ids(part.key(), id -> id).forEach(id -> named(project, some.thing(), id, found));
            case Part.One one -> values.number(part.key()).ifPresent(id -> named(project, one.thing(), id, found));
            case Part.Words words -> { }
            case Part.Size size -> { }
            case Part.Group group -> { }
            case Part.Placed placed -> { }
        }
    }

    private static void field(Values values, Part.FieldValues its, Fields fields, List<Finding> found) {
        if (values.names(its.key()).isEmpty()) {
            found.add(new Finding(true, "which", "A condition names no " + its.word() + ", so nothing can meet it.",
                    "Fill it in, or take it out."));
        }
        fields.find(values.text("field")).ifPresent(field -> values.names(its.key()).stream().filter(v -> !field.takes(v))
                .forEach(v -> found.add(new Finding(true, "which",
                "“" + field.label() + "” can never be “" + v + "”: it takes " + field.expectation() + ".",
                "Choose a value the field takes."))));
    }

    private void named(long project, Thing thing, long id, List<Finding> found) {
        switch (thing) {
            case FIRM, FOLDER -> { }
            case PERSON -> {
                if (people.membersOf(project).stream().noneMatch(m -> m.id() == id && m.active())) {
                    found.add(new Finding(false, "which", "It names " + people.person(id).name() + ", who has left.",
                            "Name somebody else, or a role."));
                }
            }
            case ROLE -> {
                RoleId role = new RoleId(id);
                if (people.roles(project).stream().noneMatch(r -> r.id() == id)) {
                    found.add(new Finding(true, "which", "It names a role that does not exist in this project.", "Choose another."));
                } else if (people.holders(role).isEmpty()) {
                    found.add(new Finding(false, "which", "Nobody holds “" + people.roleName(role) + "”, so nothing comes from there.",
                            "Give the role to somebody."));
                }
            }
        }
    }
}
