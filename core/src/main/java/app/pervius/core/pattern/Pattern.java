package app.pervius.core.pattern;

import app.pervius.core.project.Field;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.IntPredicate;

/**
 * A two-way text pattern: the same pattern reads a text apart and writes one.
 *
 * <p>Literal text stands for itself. <code>{type}</code> is a field, <code>{counter:4}</code> one of exactly four
 * characters, <code>{title:1..60}</code> of one to sixty. <code>[…]</code> is optional. <code>{*}</code> is read over.
 * <code>\</code> before a character takes it literally. Immutable; safe for use by several threads.
 */
public final class Pattern {

    private final String text;
    private final List<Part> parts;

    private Pattern(String text, List<Part> parts) {
        this.text = text;
        this.parts = parts;
    }

    /** Compiles {@code text} over the fields it may name; gives all faults found, not the first. */
    public static Compiled compile(String text, Fields fields) {
        PatternParser parser = new PatternParser(text, fields);
        List<Part> parts = parser.parse();
        return parser.faults().isEmpty() ? new Compiled.Sound(new Pattern(text, parts)) : new Compiled.Faulty(parser.faults());
    }

    /** Compiles a pattern that is known to be sound, such as one already in force. */
    public static Pattern sound(String text, Fields fields) {
        return switch (compile(text, fields)) {
            case Compiled.Sound(Pattern pattern) -> pattern;
            case Compiled.Faulty(List<PatternFault> faults) -> throw new IllegalArgumentException(text + ": " + faults);
        };
    }

    /** Reads the whole of {@code name}. */
    public Reading read(String name) {
        return new Reader(name, 0, end -> end == name.length()).read(parts);
    }

    /**
     * Reads {@code name} from {@code from} on, ending where {@code endsHere} says it may: how a number is found inside a
     * longer name. Of several ends the one furthest on is taken.
     */
    public Reading readFrom(String name, int from, IntPredicate endsHere) {
        return new Reader(name, from, endsHere).read(parts);
    }

    /** Writes a text from {@code values}; digits are filled up with zeros to the width asked for. */
    public Writing write(FieldValues values) {
        StringBuilder out = new StringBuilder();
        List<String> missing = new ArrayList<>();
        Writing.Unfit unfit = append(parts, values, out, missing);
        if (!missing.isEmpty()) {
            return new Writing.Missing(List.copyOf(missing));
        }
        return unfit != null ? unfit : new Writing.Written(out.toString());
    }

    /** The keys of all fields the pattern names, in alphabetical order. */
    public Set<String> fieldKeys() {
        Set<String> keys = new TreeSet<>();
        collect(parts, keys);
        return keys;
    }

    @Override
    public String toString() {
        return text;
    }

    private static void collect(List<Part> parts, Set<String> keys) {
        for (Part part : parts) {
            switch (part) {
                case Part.Take take -> keys.add(take.field().key());
                case Part.Maybe maybe -> collect(maybe.parts(), keys);
                case Part.Literal literal -> { }
                case Part.Skip skip -> { }
            }
        }
    }

    private static Writing.@org.jspecify.annotations.Nullable Unfit append(
            List<Part> parts, FieldValues values, StringBuilder out, List<String> missing) {
        Writing.Unfit unfit = null;
        for (Part part : parts) {
            Writing.Unfit fault = switch (part) {
                case Part.Literal(String literal) -> {
                    out.append(literal);
                    yield null;
                }
                case Part.Skip skip -> null;
                case Part.Maybe(List<Part> inner) -> {
                    Set<String> keys = new TreeSet<>();
                    collect(inner, keys);
                    yield keys.stream().allMatch(k -> values.get(k).isPresent()) ? append(inner, values, out, missing) : null;
                }
                case Part.Take take -> appendField(take, values, out, missing);
            };
            unfit = unfit == null ? fault : unfit;
        }
        return unfit;
    }

    private static Writing.@org.jspecify.annotations.Nullable Unfit appendField(
            Part.Take take, FieldValues values, StringBuilder out, List<String> missing) {
        Field field = take.field();
        if (values.get(field.key()).isEmpty()) {
            missing.add(field.key());
            return null;
        }
        String value = values.get(field.key()).get();
        if (field.kind() instanceof app.pervius.core.project.FieldKind.Digits && value.length() < take.fewest()) {
            value = "0".repeat(take.fewest() - value.length()) + value;
        }
        if (!field.takes(value)) {
            return new Writing.Unfit(field.key(), value, field.expectation());
        }
        if (value.length() < take.fewest() || value.length() > take.most()) {
            return new Writing.Unfit(field.key(), value, take.fewest() == take.most()
                    ? "exactly " + take.fewest() + " characters" : take.fewest() + " to " + take.most() + " characters");
        }
        out.append(value);
        return null;
    }
}
