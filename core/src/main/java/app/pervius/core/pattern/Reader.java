package app.pervius.core.pattern;

import app.pervius.core.project.Code;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.FieldValues;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.IntPredicate;

/**
 * One reading of one text. Longest first; places known to lead nowhere are remembered, so the work is bounded by
 * parts × characters × greatest width whatever the text. Made, used once, thrown away.
 */
final class Reader {

    private final String name;
    private final int from;
    private final IntPredicate endsHere;
    private final Map<String, String> values = new HashMap<>();
    private final Set<Long> deadEnds = new HashSet<>();
    private final List<Part> program = new ArrayList<>();
    /** For each part of the program that opens an optional stretch: where the stretch ends. */
    private final Map<Integer, Integer> stretchEnd = new HashMap<>();
    private int furthest;
    private String expected = "";
    private int end;

    Reader(String name, int from, IntPredicate endsHere) {
        this.name = name;
        this.from = from;
        this.endsHere = endsHere;
        this.furthest = from;
    }

    Reading read(List<Part> parts) {
        flatten(parts);
        if (step(0, from)) {
            return new Reading.Fits(new FieldValues(values), end);
        }
        String found = furthest >= name.length() ? "the end" : "“" + name.substring(furthest, Math.min(name.length(), furthest + 12)) + "”";
        return new Reading.Misfit(furthest, expected, found);
    }

    private void flatten(List<Part> parts) {
        for (Part part : parts) {
            int here = program.size();
            program.add(part);
            if (part instanceof Part.Maybe(List<Part> inner)) {
                flatten(inner);
                stretchEnd.put(here, program.size());
            }
        }
    }

    private boolean step(int index, int at) {
        if (index == program.size()) {
            if (endsHere.test(at)) {
                end = at;
                return true;
            }
            return miss(at, "the end");
        }
        long place = (long) index << 32 | at;
        if (deadEnds.contains(place)) {
            return false;
        }
        boolean fits = switch (program.get(index)) {
            case Part.Literal(String literal) -> name.startsWith(literal, at)
                    ? step(index + 1, at + literal.length()) : miss(at + common(literal, at), "“" + literal + "”");
            case Part.Maybe maybe -> step(index + 1, at) || step(stretchEnd.get(index), at);
            case Part.Skip skip -> skip(index, at, skip);
            case Part.Take take -> take(index, at, take);
        };
        if (!fits) {
            deadEnds.add(place);
        }
        return fits;
    }

    private boolean skip(int index, int at, Part.Skip skip) {
        for (int width = Math.min(skip.most(), name.length() - at); width >= skip.fewest(); width--) {
            if (step(index + 1, at + width)) {
                return true;
            }
        }
        return miss(at, "at least " + skip.fewest() + " characters");
    }

    private boolean take(int index, int at, Part.Take take) {
        Field field = take.field();
        for (String candidate : candidates(take, at)) {
            String before = values.put(field.key(), candidate);
            boolean sameAsBefore = before == null || before.equals(candidate);
            if (sameAsBefore && step(index + 1, at + candidate.length())) {
                return true;
            }
            if (before == null) {
                values.remove(field.key());
            } else {
                values.put(field.key(), before);
            }
        }
        return miss(at, field.expectation());
    }

    private List<String> candidates(Part.Take take, int at) {
        if (take.field().kind() instanceof FieldKind.CodeList(List<Code> codes)) {
            return codes.stream().map(Code::code).filter(c -> name.startsWith(c, at))
                    .filter(c -> c.length() >= take.fewest() && c.length() <= take.most())
                    .sorted(Comparator.comparingInt(String::length).reversed()).toList();
        }
        List<String> candidates = new ArrayList<>();
        int most = Math.min(Math.min(take.most(), take.field().greatestWidth()), name.length() - at);
        for (int width = take.fewest(); width <= most && take.field().takes(name.substring(at, at + width)); width++) {
            candidates.addFirst(name.substring(at, at + width));
        }
        return candidates;
    }

    private boolean miss(int at, String wanted) {
        if (expected.isEmpty() || at > furthest) {
            furthest = at;
            expected = wanted;
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
}
