package app.pervius.core.pattern;

import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.FieldValues;
import java.util.BitSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntPredicate;
import org.jspecify.annotations.Nullable;

/**
 * One reading of one text. Longest first; places known to lead nowhere are remembered, so the work is bounded by
 * parts × characters × greatest width whatever the text. Made, used once, thrown away.
 */
final class Reader {

    /** So many steps a reading may take in which a place that led nowhere once may lead on another time. */
    private static final int MOST_STEPS = 200_000;
    private static final int NOTHING = -1;

    private final Program program;
    private final String name;
    private final int from;
    private final IntPredicate endsHere;
    /** The values that are not to be read; null to read any. */
    private final @Nullable FieldValues unlike;
    /** Whether a place that led nowhere never leads on: not if that depends on what was read before it. */
    private final boolean remembers;
    /** For each field, the part that took it, from where, to where. */
    private final Part[] takenBy;
    private final int[] begins;
    private final int[] ends;
    private @Nullable BitSet deadEnds;
    private int steps;
    private int furthest;
    private int wanted = NOTHING;
    private int end;
    private @Nullable FieldValues values;

    Reader(Program program, String name, int from, IntPredicate endsHere, @Nullable FieldValues unlike) {
        this.program = program;
        this.name = name;
        this.from = from;
        this.endsHere = endsHere;
        this.unlike = unlike;
        this.remembers = unlike == null && !program.repeats();
        this.takenBy = new Part[program.fields().size()];
        this.begins = new int[takenBy.length];
        this.ends = new int[takenBy.length];
        this.furthest = from;
    }

    /** The reading that takes most wherever it can choose, or how far any came. */
    Reading read() {
        if (step(0, from) && values != null) {
            return new Reading.Fits(values, end);
        }
        String there = furthest >= name.length() ? "the end" : "“" + name.substring(furthest, Math.min(name.length(), furthest + 12)) + "”";
        return new Reading.Misfit(furthest, wanted == NOTHING || wanted == program.size() ? "the end" : program.part(wanted).expectation(),
                there);
    }

    /** The part at which the reading came furthest; the program's size if it wanted the end there. */
    int wanted() {
        return wanted == NOTHING ? program.size() : wanted;
    }

    int furthest() {
        return furthest;
    }

    private boolean step(int index, int at) {
        if (index == program.size()) {
            return endsHere.test(at) ? fits(at) : miss(at, index);
        }
        int place = index * (name.length() + 1) + at;
        if (deadEnds != null && deadEnds.get(place) || !remembers && ++steps > MOST_STEPS) {
            return false;
        }
        boolean fits = switch (program.part(index)) {
            case Part.Literal(String literal) -> name.startsWith(literal, at)
                    ? step(index + 1, at + literal.length()) : miss(at + common(literal, at), index);
            case Part.Maybe maybe -> step(index + 1, at) || step(program.stretchEnd(index), at);
            case Part.Skip skip -> skip(index, at, skip);
            case Part.Take take -> take.coded() ? code(index, at, take) : run(index, at, take);
            case Part.Day day -> day.form().standsAt(name, at) ? take(index, at, at + day.form().length()) : miss(at, index);
        };
        if (!fits && remembers) {
            deadEnds = deadEnds == null ? new BitSet() : deadEnds;
            deadEnds.set(place);
        }
        return fits;
    }

    private boolean fits(int at) {
        Map<String, String> read = new LinkedHashMap<>();
        for (int slot = 0; slot < takenBy.length; slot++) {
            if (takenBy[slot] != null) {
                String value = value(takenBy[slot], begins[slot], ends[slot]);
                if (!value.isEmpty()) {
                    read.put(program.fields().get(slot).key(), value);
                }
            }
        }
        FieldValues all = new FieldValues(read);
        if (all.equals(unlike)) {
            return false;
        }
        end = at;
        values = all;
        return true;
    }

    private String value(Part by, int begin, int to) {
        if (!(by instanceof Part.Day(Field field, DateForm form))) {
            return name.substring(begin, to);
        }
        return form.whole() ? form.date(name, begin).map(Object::toString).orElseThrow() : "";
    }

    private boolean skip(int index, int at, Part.Skip skip) {
        for (int width = Math.min(skip.most(), name.length() - at); width >= skip.fewest(); width--) {
            if (step(index + 1, at + width)) {
                return true;
            }
        }
        return miss(at, index);
    }

    private boolean code(int index, int at, Part.Take take) {
        for (String code : take.codes()) {
            if (name.startsWith(code, at) && take(index, at, at + code.length())) {
                return true;
            }
        }
        return miss(at, index);
    }

    private boolean run(int index, int at, Part.Take take) {
        int most = at + Math.min(Math.min(take.most(), take.field().greatestWidth()), name.length() - at);
        int to = at;
        FieldKind kind = take.field().kind();
        while (to < most) {
            int character = name.codePointAt(to);
            int next = to + Character.charCount(character);
            if (next > most || !kind.takes(character)) {
                break;
            }
            to = next;
        }
        for (; to >= at + take.fewest(); to = to > at ? name.offsetByCodePoints(to, -1) : at - 1) {
            if (take(index, at, to)) {
                return true;
            }
        }
        return miss(at, index);
    }

    private boolean take(int index, int begin, int to) {
        int slot = program.slot(index);
        Part before = takenBy[slot];
        int begun = begins[slot];
        int ended = ends[slot];
        Part part = program.part(index);
        if (before != null && !agree(value(before, begun, ended), value(part, begin, to))) {
            return false;
        }
        if (before == null || value(before, begun, ended).isEmpty()) {
            takenBy[slot] = part;
            begins[slot] = begin;
            ends[slot] = to;
        }
        if (step(index + 1, to)) {
            return true;
        }
        takenBy[slot] = before;
        begins[slot] = begun;
        ends[slot] = ended;
        return false;
    }

    /** Whether two values may be one field's; nothing was read from a date that is not whole, so it agrees with any. */
    private static boolean agree(String one, String other) {
        return one.equals(other) || one.isEmpty() || other.isEmpty();
    }

    private boolean miss(int at, int index) {
        if (wanted == NOTHING || at > furthest) {
            furthest = at;
            wanted = index;
        }
        return false;
    }

    private int common(String literal, int at) {
        int same = 0;
        while (same < literal.length() && at + same < name.length() && literal.charAt(same) == name.charAt(at + same)) {
            same++;
        }
        return same;
    }

    static Reader ofWhole(Program program, String name) {
        return new Reader(program, name, 0, end -> end == name.length(), null);
    }

    /** Another reading of the whole of {@code name} than {@code known}, if there is one. */
    static Optional<FieldValues> another(Program program, String name, FieldValues known) {
        return new Reader(program, name, 0, end -> end == name.length(), known).read() instanceof Reading.Fits fits
                ? Optional.of(fits.values()) : Optional.empty();
    }
}
