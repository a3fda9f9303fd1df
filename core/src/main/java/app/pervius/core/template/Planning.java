package app.pervius.core.template;

import app.pervius.core.arrive.FileName;
import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.PatternFault;
import app.pervius.core.pattern.Writing;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What folders a template gives for certain values. */
public final class Planning {

    /** The most folders a template may have, and how deep they may lie in each other. */
    public static final int MOST = 500;
    public static final int DEEPEST = 12;

    /** The folders in the order they are to be made, or all that keeps them from being made. */
    public sealed interface Plan {
        record Sound(List<Planned> folders) implements Plan {
        }

        record Faulty(List<String> faults) implements Plan {
        }
    }

    private final Fields fields;
    private final FieldValues values;
    private final List<Planned> planned = new ArrayList<>();
    private final List<String> faults = new ArrayList<>();
    private final Set<String> keys = new HashSet<>();

    private Planning(Fields fields, FieldValues values) {
        this.fields = fields;
        this.values = values;
    }

    /**
     * Plans the folders of a template.
     *
     * @param values of the package: {@code package}, {@code title}, and of the project's fields
     */
    public static Plan plan(FolderTemplate template, FieldValues values, Fields ofTheProject) {
        Planning planning = new Planning(FolderTemplate.nameFields(ofTheProject), values);
        planning.add(template.root(), Optional.empty(), new HashMap<>(), 1);
        return planning.faults.isEmpty() ? new Plan.Sound(List.copyOf(planning.planned)) : new Plan.Faulty(List.copyOf(planning.faults));
    }

    /** What is wrong with a template whatever the values, in sentences. */
    public static List<String> faults(FolderTemplate template, Fields ofTheProject) {
        Fields fields = FolderTemplate.nameFields(ofTheProject);
        List<String> faults = new ArrayList<>();
        if (template.name().isBlank()) {
            faults.add("The template needs a name.");
        }
        collect(template.root(), fields, faults, new HashSet<>(), 1);
        return List.copyOf(faults);
    }

    private static void collect(FolderPlan plan, Fields fields, List<String> faults, Set<String> keys, int depth) {
        if (Pattern.compile(plan.name(), fields) instanceof Compiled.Faulty(List<PatternFault> found)) {
            faults.add("“" + plan.name() + "”, at character " + (found.getFirst().position() + 1) + ": " + found.getFirst()
                    .message() + ".");
        }
        if (!keys.add(plan.key())) {
            faults.add("Two folders of the template have the key “" + plan.key() + "”.");
        }
        plan.values().forEach((key, value) -> {
            if (fields.find(key).filter(f -> f.takes(value)).isEmpty()) {
                faults.add("“" + plan.name() + "”: “" + value + "” is no value of “" + fields.label(key) + "”.");
            }
        });
        if (keys.size() > MOST || depth > DEEPEST) {
            faults.add("A template has at most " + MOST + " folders, " + DEEPEST + " deep.");
            return;
        }
        plan.below().forEach(below -> collect(below, fields, faults, keys, depth + 1));
    }

    private void add(FolderPlan plan, Optional<String> above, Map<String, String> beside, int depth) {
        if (!keys.add(plan.key()) || keys.size() > MOST || depth > DEEPEST) {
            faults.add("A template has at most " + MOST + " folders, " + DEEPEST + " deep, each with a key of its own.");
            return;
        }
        name(plan).ifPresent(name -> {
            String other = beside.putIfAbsent(FileName.keyOf(name), plan.name());
            if (other != null) {
                faults.add("“" + other + "” and “" + plan.name() + "” would both be called “" + name + "”.");
            }
            planned.add(new Planned(plan, above, name));
        });
        Map<String, String> below = new HashMap<>();
        plan.below().forEach(child -> add(child, Optional.of(plan.key()), below, depth + 1));
    }

    private Optional<String> name(FolderPlan plan) {
        if (!(Pattern.compile(plan.name(), fields) instanceof Compiled.Sound(Pattern pattern))) {
            faults.add("“" + plan.name() + "” is no sound pattern.");
            return Optional.empty();
        }
        return switch (pattern.write(values)) {
            case Writing.Written(String name) -> switch (FileName.check(name)) {
                case FileName.Checked.Fine(FileName fine) -> Optional.of(fine.text());
                case FileName.Checked.Refused refused -> fault("“" + plan.name() + "” gives “" + name + "”: " + refused.reason());
            };
            case Writing.Missing(List<String> missing) -> fault("“" + plan.name() + "” needs “" + fields.label(missing.getFirst())
                    + "”, and nothing says what it is.");
            case Writing.Unfit(String field, String value, String expected) ->
                    fault("“" + plan.name() + "”: “" + fields.label(field) + "” is “" + value + "”, but takes " + expected + ".");
        };
    }

    private Optional<String> fault(String sentence) {
        faults.add(sentence);
        return Optional.empty();
    }
}
