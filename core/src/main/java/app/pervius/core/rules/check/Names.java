package app.pervius.core.rules.check;

import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.Writing;
import app.pervius.core.project.Code;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import app.pervius.core.rules.Condition;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.Rule;
import app.pervius.core.rules.RuleSheet;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Names to try rules on, made from the patterns that a sheet speaks of. */
final class Names {

    private static final int MOST_CODES = 12;

    private Names() {
    }

    /** The patterns a rule reads names with, or asks them to fit. */
    static List<String> patternsOf(Rule rule, RuleSheet sheet) {
        List<String> all = new ArrayList<>(rule instanceof HandlingRule handling ? sheet.handling(handling).identify().namePatterns()
                : List.of());
        rule.which().conditions().forEach(c -> named(c, all));
        return all.stream().distinct().toList();
    }

    private static void named(Condition condition, List<String> into) {
        switch (condition) {
            case Condition.Named(String pattern) -> into.add(pattern);
            case Condition.All(var of) -> of.forEach(c -> named(c, into));
            case Condition.Any(var of) -> of.forEach(c -> named(c, into));
            case Condition.None(var of) -> of.forEach(c -> named(c, into));
            default -> { }
        }
    }

    /** Names that fit the pattern: with every code of its fields in turn, with and without what may be left out. */
    static Set<String> like(String text, Fields fields) {
        Set<String> names = new LinkedHashSet<>();
        if (!(Pattern.compile(text, fields) instanceof Compiled.Sound(Pattern pattern))) {
            return names;
        }
        Map<String, List<String>> choices = new HashMap<>();
        pattern.fieldKeys().forEach(key -> fields.find(key).ifPresent(field -> choices.put(key, values(field))));
        Map<String, String> first = new HashMap<>();
        choices.forEach((key, values) -> first.put(key, values.getFirst()));
        write(pattern, first, names);
        choices.forEach((key, values) -> values.forEach(value -> {
            Map<String, String> other = new HashMap<>(first);
            other.put(key, value);
            write(pattern, other, names);
        }));
        choices.keySet().forEach(key -> {
            Map<String, String> without = new HashMap<>(first);
            without.remove(key);
            write(pattern, without, names);
        });
        return names;
    }

    private static void write(Pattern pattern, Map<String, String> values, Set<String> into) {
        if (pattern.write(new FieldValues(values)) instanceof Writing.Written(String name)) {
            into.add(name);
        }
    }

    private static List<String> values(Field field) {
        return switch (field.kind()) {
            case FieldKind.CodeList(List<Code> codes) -> codes.isEmpty() ? List.of("X") : codes.stream().filter(c -> !c.retired())
                    .map(Code::code).limit(MOST_CODES).toList();
            case FieldKind.Digits() -> List.of("1", "20");
            case FieldKind.Letters() -> List.of("A", "AB");
            case FieldKind.Date() -> List.of("2026-05-14");
            case FieldKind.Text() -> List.of("Example".substring(0, Math.min(7, field.greatestWidth())),
                    "Other".substring(0, Math.min(5, field.greatestWidth())));
        };
    }
}
