package app.pervius.core.pattern;

import app.pervius.core.project.FieldKind;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/** Looks for the name somebody meant: corrects, where reading stops, what stands there by what is wanted there. */
final class Nearest {

    private static final int MOST_CORRECTIONS = 3;
    private static final int MOST_TRIED = 2_000;
    private static final int MOST_FOLLOWED = 200;
    /** Names longer than this are not corrected. */
    private static final int LONGEST = 300;

    /** A name with one correction more. */
    private record Corrected(String name, int cost) {
    }

    private Nearest() {
    }

    static Optional<String> to(Program program, String name) {
        String now = name;
        for (int i = 0; i < MOST_CORRECTIONS && now.length() <= LONGEST; i++) {
            Reader reader = Reader.ofWhole(program, now);
            if (reader.read() instanceof Reading.Fits) {
                return Optional.of(now);
            }
            int furthest = reader.furthest();
            List<Corrected> corrections = corrections(program, reader.wanted(), now, furthest);
            Optional<Corrected> whole = corrections.stream().filter(c -> Reader.ofWhole(program, c.name()).read() instanceof Reading.Fits)
                    .findFirst();
            if (whole.isPresent()) {
                return whole.map(Corrected::name);
            }
            Map<Corrected, Integer> reached = corrections.stream().limit(MOST_FOLLOWED)
                    .collect(Collectors.toMap(c -> c, c -> comesTo(program, c.name()), Math::max, LinkedHashMap::new));
            Optional<Map.Entry<Corrected, Integer>> best = reached.entrySet().stream().max(Map.Entry.comparingByValue());
            if (best.isEmpty() || best.get().getValue() <= furthest) {
                return Optional.empty();
            }
            now = best.get().getKey().name();
        }
        return Optional.empty();
    }

    private static int comesTo(Program program, String name) {
        Reader reader = Reader.ofWhole(program, name);
        reader.read();
        return reader.furthest();
    }

    /** The cheapest first, of several as cheap the shortest. */
    private static List<Corrected> corrections(Program program, int wanted, String name, int at) {
        if (wanted == program.size()) {
            return name.substring(at).isBlank() ? List.of(new Corrected(name.substring(0, at), 1)) : List.of();
        }
        List<Corrected> all = new ArrayList<>();
        switch (program.part(wanted)) {
            case Part.Literal(String text) -> replaced(all, name, begin(text, name, at), text, false);
            case Part.Take take when take.coded() -> take.codes().forEach(code -> replaced(all, name, at, code, true));
            case Part.Take take when take.field().kind() instanceof FieldKind.Digits -> filled(all, name, at, take);
            case Part any -> { }
        }
        return all.stream().sorted(Comparator.comparingInt(Corrected::cost).thenComparingInt(c -> c.name().length())).limit(MOST_TRIED)
                .toList();
    }

    /** Where a literal begins of which reading has taken the part before {@code at}. */
    private static int begin(String literal, String name, int at) {
        for (int begun = Math.min(literal.length() - 1, at); begun > 0; begun--) {
            if (name.startsWith(literal.substring(0, begun), at - begun)) {
                return at - begun;
            }
        }
        return at;
    }

    /**
     * What stands at {@code at}, of this and of similar length, replaced by {@code wanted} if it is not too unlike; a code only if it has
     * something of it.
     */
    private static void replaced(List<Corrected> all, String name, int at, String wanted, boolean code) {
        for (int end = at; end <= Math.min(name.length(), at + wanted.length() + 2); end++) {
            String there = name.substring(at, end);
            int cost = distance(there, wanted);
            boolean nothingOfIt = cost == there.length() + wanted.length();
            if (cost <= Math.max(2, wanted.length()) && !(code && nothingOfIt)) {
                all.add(new Corrected(name.substring(0, at) + wanted + name.substring(end), cost));
            }
        }
    }

    /** Digits filled up with zeros to the width wanted. */
    private static void filled(List<Corrected> all, String name, int at, Part.Take take) {
        int end = at;
        while (end < name.length() && name.charAt(end) >= '0' && name.charAt(end) <= '9') {
            end++;
        }
        String digits = name.substring(at, end);
        if (!digits.isEmpty() && digits.length() < take.fewest()) {
            all.add(new Corrected(name.substring(0, at) + "0".repeat(take.fewest() - digits.length()) + name.substring(at), 1));
        }
    }

    /** How many characters must be put in or left out; another case of the same letter counts as one. */
    private static int distance(String one, String other) {
        int[] before = new int[other.length() + 1];
        for (int j = 0; j <= other.length(); j++) {
            before[j] = j;
        }
        for (int i = 1; i <= one.length(); i++) {
            int[] now = new int[other.length() + 1];
            now[0] = i;
            for (int j = 1; j <= other.length(); j++) {
                int same = one.charAt(i - 1) == other.charAt(j - 1) ? 0
                        : Character.toLowerCase(one.charAt(i - 1)) == Character.toLowerCase(other.charAt(j - 1)) ? 1 : 2;
                now[j] = Math.min(before[j - 1] + same, 1 + Math.min(before[j], now[j - 1]));
            }
            before = now;
        }
        return before[other.length()];
    }
}
