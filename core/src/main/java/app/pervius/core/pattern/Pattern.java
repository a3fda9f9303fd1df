package app.pervius.core.pattern;

import app.pervius.core.project.Code;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.IntPredicate;
import java.util.stream.Collectors;

/**
 * A two-way text pattern: the same pattern reads a text apart and writes one.
 *
 * <p>Literal text stands for itself. <code>{type}</code> is a field, <code>{counter:4}</code> one of exactly four
 * characters, <code>{title:1..60}</code> of one to sixty, <code>{issued:YYMMDD}</code> a date. <code>[…]</code> is optional.
 * <code>{*}</code> is read over. <code>\</code> before a character takes it literally. Where a text can be read in several
 * ways, each part from the left takes as much as it can. Immutable; safe for use by several threads.
 */
public final class Pattern {

    private final String text;
    private final List<Part> parts;
    private final Program program;

    private final Fields fields;

    private Pattern(String text, List<Part> parts, Fields fields) {
        this.text = text;
        this.parts = parts;
        this.fields = fields;
        this.program = new Program(parts);
    }

    /** Compiles {@code text} over the fields it may name; gives all faults found, not the first. */
    public static Compiled compile(String text, Fields fields) {
        PatternParser parser = new PatternParser(text, fields);
        List<Part> parts = parser.parse();
        return parser.faults().isEmpty() ? new Compiled.Sound(new Pattern(text, parts, fields)) : new Compiled.Faulty(parser.faults());
    }

    /** A pattern that is known to be sound, such as one already in force; compiled once over these fields. */
    public static Pattern sound(String text, Fields fields) {
        return fields.remember(text, Pattern.class, () -> compiled(text, fields));
    }

    private static Pattern compiled(String text, Fields fields) {
        return switch (compile(text, fields)) {
            case Compiled.Sound(Pattern pattern) -> pattern;
            case Compiled.Faulty(List<PatternFault> faults) -> throw new IllegalArgumentException(text + ": " + faults);
        };
    }

    /** Reads the whole of {@code name}. */
    public Reading read(String name) {
        return Reader.ofWhole(program, name).read();
    }

    /**
     * Reads {@code name} from {@code from} on, ending where {@code endsHere} says it may: how a number is found inside a
     * longer name. Of several ends the one furthest on is taken.
     */
    public Reading readFrom(String name, int from, IntPredicate endsHere) {
        return new Reader(program, name, from, endsHere, null).read();
    }

    /** A name like {@code name} that the pattern reads, if a few corrections at the places of the fault make one. */
    public Optional<String> nearest(String name) {
        return Nearest.to(program, name);
    }

    /** A name that can be read in two ways, if there is one; found while the pattern is written, not for every name. */
    public Optional<Ambiguity> ambiguity() {
        return Ambiguity.of(new Program(asAlways(parts)));
    }

    /** The parts where a field that always says the same takes nothing else. */
    private List<Part> asAlways(List<Part> of) {
        return of.stream().map(part -> switch (part) {
            case Part.Take take -> fields.always(take.field().key()).<Part>map(said -> Part.Take.of(
                    new Field(take.field().key(), take.field().label(), new FieldKind.CodeList(List.of(new Code(said, "", false))),
                            take.field().greatestWidth()), take.fewest(), take.most())).orElse(take);
            case Part.Maybe(List<Part> inner) -> new Part.Maybe(asAlways(inner));
            case Part.Literal literal -> literal;
            case Part.Day day -> day;
            case Part.Skip skip -> skip;
        }).toList();
    }

    /** Writes a text from {@code values}; digits are filled up with zeros to the width asked for. */
    public Writing write(FieldValues values) {
        return write(values, true);
    }

    /** The same for a text that nobody reads apart again, such as a message: values stand in it as they are, whatever their fields take. */
    public Writing writeFreely(FieldValues values) {
        return write(values, false);
    }

    private Writing write(FieldValues values, boolean strictly) {
        StringBuilder out = new StringBuilder();
        List<String> missing = new ArrayList<>();
        Writing.Unfit unfit = append(parts, values, strictly, out, missing);
        if (!missing.isEmpty()) {
            return new Writing.Missing(List.copyOf(missing));
        }
        return unfit != null ? unfit : new Writing.Written(out.toString());
    }

    /** The keys of all fields the pattern names, in alphabetical order. */
    public Set<String> fieldKeys() {
        return keys(program);
    }

    /** The keys of the fields without which it cannot be written: all but those in brackets. */
    public Set<String> neededKeys() {
        return pieces().stream().filter(piece -> !piece.optional()).flatMap(piece -> piece.field().stream())
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /** What it consists of, from left to right. */
    public List<Piece> pieces() {
        List<Piece> pieces = new ArrayList<>();
        addPieces(parts, false, pieces);
        return List.copyOf(pieces);
    }

    @Override
    public String toString() {
        return text;
    }

    private static void addPieces(List<Part> parts, boolean optional, List<Piece> pieces) {
        for (Part part : parts) {
            switch (part) {
                case Part.Literal(String literal) ->
                        pieces.add(new Piece(Piece.Kind.LITERAL, literal, Optional.empty(), literal.length(), literal.length(), optional));
                case Part.Take take -> pieces.add(new Piece(Piece.Kind.FIELD, "", Optional.of(take.field().key()), take.fewest(),
                        take.most(), optional));
                case Part.Day(Field field, DateForm form) ->
                        pieces.add(new Piece(Piece.Kind.DATE, form.toString(), Optional.of(field.key()), form.length(), form.length(),
                                optional));
                case Part.Skip(int fewest, int most) -> pieces.add(new Piece(Piece.Kind.SKIP, "", Optional.empty(), fewest, most,
                        optional));
                case Part.Maybe(List<Part> inner) -> addPieces(inner, true, pieces);
            }
        }
    }

    private static Set<String> keys(Program of) {
        return of.fields().stream().map(Field::key).collect(Collectors.toCollection(TreeSet::new));
    }

    private static Writing.@org.jspecify.annotations.Nullable Unfit append(
            List<Part> parts, FieldValues values, boolean strictly, StringBuilder out, List<String> missing) {
        Writing.Unfit unfit = null;
        for (Part part : parts) {
            Writing.Unfit fault = switch (part) {
                case Part.Literal(String literal) -> {
                    out.append(literal);
                    yield null;
                }
                case Part.Skip skip -> null;
                case Part.Maybe(List<Part> inner) -> keys(new Program(inner)).stream().allMatch(k -> values.get(k).isPresent())
                        ? append(inner, values, strictly, out, missing) : null;
                case Part.Take take -> appendField(take, values, strictly, out, missing);
                case Part.Day day -> appendDay(day, values, out, missing);
            };
            unfit = unfit == null ? fault : unfit;
        }
        return unfit;
    }

    private static Writing.@org.jspecify.annotations.Nullable Unfit appendField(
            Part.Take take, FieldValues values, boolean strictly, StringBuilder out, List<String> missing) {
        Field field = take.field();
        if (values.get(field.key()).isEmpty()) {
            missing.add(field.key());
            return null;
        }
        String value = values.get(field.key()).get();
        if (!strictly) {
            out.append(value);
            return null;
        }
        if (field.kind() instanceof app.pervius.core.project.FieldKind.Digits && value.length() < take.fewest()) {
            value = "0".repeat(take.fewest() - value.length()) + value;
        }
        if (!field.takes(value)) {
            return new Writing.Unfit(field.key(), value, field.expectation());
        }
        if (value.length() < take.fewest() || value.length() > take.most()) {
            return new Writing.Unfit(field.key(), value, take.widthInWords());
        }
        out.append(value);
        return null;
    }

    private static Writing.@org.jspecify.annotations.Nullable Unfit appendDay(
            Part.Day day, FieldValues values, StringBuilder out, List<String> missing) {
        Field field = day.field();
        if (values.get(field.key()).isEmpty()) {
            missing.add(field.key());
            return null;
        }
        String value = values.get(field.key()).get();
        if (!field.takes(value)) {
            return new Writing.Unfit(field.key(), value, field.expectation());
        }
        LocalDate date = LocalDate.parse(value);
        if (!day.form().holds(date)) {
            return new Writing.Unfit(field.key(), value, "a date of the years 2000 to 2099");
        }
        out.append(day.form().write(date));
        return null;
    }
}
