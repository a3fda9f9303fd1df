package app.pervius.core.pattern;

import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import java.time.LocalDate;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.IntPredicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * A name that a pattern can read in two ways.
 *
 * @param example the name
 * @param taken what reading it gives: each part from the left takes as much as it can
 * @param other what it could mean as well
 */
public record Ambiguity(String example, FieldValues taken, FieldValues other) {

    /** So many pairs of places are looked at; what is beyond them is not found. */
    private static final int MOST_PAIRS = 60_000;
    /** So many names in which two ways part are tried before giving up. */
    private static final int MOST_TRIED = 200;
    /** Of a part of many widths, those are looked at that can take what all others need, and a few more, up to this. */
    private static final int WIDEST = 40;
    private static final int A_FEW = 5;
    private static final LocalDate SOME_DAY = LocalDate.of(2026, 10, 11);

    /** Two places in the program reached by the same name in two ways, and whether the ways have parted in what a field takes. */
    private record Pair(Place one, Place other, boolean parted) {
    }

    private record Way(Pair to, @Nullable Way before, char by) {
    }

    /** A place: which part takes the next character, which of its codes, and how many characters the part has taken. */
    private record Place(int part, int code, int taken) {
    }

    /** Both readings as a sentence, with the labels of the fields. */
    public String inWords(Fields fields) {
        return "“" + example + "” can be read in two ways: " + inWords(taken, fields) + " (this is taken), or "
                + inWords(other, fields) + ".";
    }

    private static String inWords(FieldValues values, Fields fields) {
        return values.byKey().isEmpty() ? "nothing" : values.byKey().entrySet().stream()
                .map(e -> fields.label(e.getKey()) + " “" + e.getValue() + "”")
                .collect(Collectors.joining(", "));
    }

    static Optional<Ambiguity> of(Program program) {
        return new Search(program).search();
    }

    /** Follows two ways through the program at once, character by character. */
    private static final class Search {

        private final Program program;
        private final Map<Integer, List<Place>> begins = new HashMap<>();
        private final Deque<Way> open = new ArrayDeque<>();
        private final Set<Pair> known = new HashSet<>();
        private final int widths;
        private int tried;

        Search(Program program) {
            this.program = program;
            int needed = 0;
            for (int i = 0; i < program.size(); i++) {
                needed += switch (program.part(i)) {
                    case Part.Literal(String text) -> text.length();
                    case Part.Take take -> take.fewest();
                    case Part.Day day -> day.form().length();
                    case Part.Skip skip -> skip.fewest();
                    case Part.Maybe maybe -> 0;
                };
            }
            this.widths = Math.min(WIDEST, needed + A_FEW);
        }

        Optional<Ambiguity> search() {
            spread(begin(0), begin(0), false, null, ' ');
            while (!open.isEmpty() && known.size() < MOST_PAIRS && tried < MOST_TRIED) {
                Way way = open.remove();
                Pair pair = way.to();
                if (atEnd(pair.one()) || atEnd(pair.other())) {
                    if (pair.parted() && atEnd(pair.one()) && atEnd(pair.other())) {
                        Optional<Ambiguity> found = tryOut(way);
                        if (found.isPresent()) {
                            return found;
                        }
                    }
                    continue;
                }
                char by = witness(characters(pair.one()), characters(pair.other()), depth(way));
                if (by != 0) {
                    spread(after(pair.one()), after(pair.other()), pair.parted() || parts(pair), way, by);
                }
            }
            return Optional.empty();
        }

        private void spread(List<Place> ones, List<Place> others, boolean parted, @Nullable Way before, char by) {
            for (Place one : ones) {
                for (Place other : others) {
                    Pair pair = new Pair(one, other, parted);
                    if (known.add(pair)) {
                        open.add(new Way(pair, before, by));
                    }
                }
            }
        }

        private Optional<Ambiguity> tryOut(Way way) {
            tried++;
            StringBuilder name = new StringBuilder();
            for (Way at = way; at != null && at.before() != null; at = at.before()) {
                name.append(at.by());
            }
            String example = name.reverse().toString();
            if (Reader.ofWhole(program, example).read() instanceof Reading.Fits fits) {
                return Reader.another(program, example, fits.values()).map(other -> new Ambiguity(example, fits.values(), other));
            }
            return Optional.empty();
        }

        private boolean atEnd(Place place) {
            return place.part() == program.size();
        }

        /** Whether the next character belongs to another field, or to another place in it, in the one way than in the other. */
        private boolean parts(Pair pair) {
            boolean oneNames = program.slot(pair.one().part()) >= 0;
            boolean otherNames = program.slot(pair.other().part()) >= 0;
            return oneNames != otherNames || oneNames && (pair.one().part() != pair.other().part() || pair.one().taken() != pair.other()
                    .taken());
        }

        /** Where a character may be taken next when the program stands before a part. */
        private List<Place> begin(int part) {
            List<Place> known = begins.get(part);
            if (known == null) {
                known = part == program.size() ? List.of(new Place(part, 0, 0)) : switch (program.part(part)) {
                    case Part.Maybe maybe -> joined(begin(part + 1), begin(program.stretchEnd(part)));
                    case Part.Take take when take.coded() -> codes(part, take);
                    case Part.Skip skip when skip.fewest() == 0 -> joined(List.of(new Place(part, 0, 0)), begin(part + 1));
                    case Part any -> List.of(new Place(part, 0, 0));
                };
                begins.put(part, known);
            }
            return known;
        }

        private static List<Place> codes(int part, Part.Take take) {
            List<Place> all = new ArrayList<>();
            for (int code = 0; code < take.codes().size(); code++) {
                all.add(new Place(part, code, 0));
            }
            return all;
        }

        /** Where a character may be taken after the one that {@code place} takes. */
        private List<Place> after(Place place) {
            int taken = place.taken() + 1;
            List<Place> same = List.of(new Place(place.part(), place.code(), taken));
            return switch (program.part(place.part())) {
                case Part.Literal(String text) -> taken < text.length() ? same : begin(place.part() + 1);
                case Part.Day day -> taken < day.form().length() ? same : begin(place.part() + 1);
                case Part.Take take when take.coded() -> taken < take.codes().get(place.code()).length() ? same : begin(place.part() + 1);
                case Part.Take take -> between(taken, take.fewest(), take.most(), same, place.part());
                case Part.Skip skip -> between(taken, skip.fewest(), skip.most(), same, place.part());
                case Part.Maybe maybe -> throw new IllegalStateException("nothing is taken at the beginning of what is optional");
            };
        }

        private List<Place> between(int taken, int fewest, int most, List<Place> same, int part) {
            boolean more = taken < Math.min(most, fewest + widths);
            return taken < fewest ? same : more ? joined(same, begin(part + 1)) : begin(part + 1);
        }

        private static List<Place> joined(List<Place> some, List<Place> more) {
            List<Place> all = new ArrayList<>(some);
            all.addAll(more);
            return all;
        }

        private Characters characters(Place place) {
            return switch (program.part(place.part())) {
                case Part.Literal(String text) -> Characters.only(text.charAt(place.taken()));
                case Part.Day day -> Characters.only(day.form().write(SOME_DAY).charAt(place.taken()));
                case Part.Take take when take.coded() -> Characters.only(take.codes().get(place.code()).charAt(place.taken()));
                case Part.Take take -> new Characters((char) 0, take.field().kind()::takes);
                case Part.Skip skip -> Characters.ANY;
                case Part.Maybe maybe -> throw new IllegalStateException("nothing is taken at the beginning of what is optional");
            };
        }

        private static int depth(@Nullable Way way) {
            int depth = 0;
            for (Way at = way; at != null; at = at.before()) {
                depth++;
            }
            return depth;
        }
    }

    /** Characters a place takes: one only, or those of a sort. */
    private record Characters(char only, IntPredicate takes) {

        private static final Characters ANY = new Characters((char) 0, c -> true);

        static Characters only(char c) {
            return new Characters(c, other -> other == c);
        }
    }

    /** A character both take, another at each depth where there is a choice; 0 if there is none. */
    private static char witness(Characters one, Characters other, int depth) {
        if (one.only() != 0 || other.only() != 0) {
            char only = one.only() != 0 ? one.only() : other.only();
            return one.takes().test(only) && other.takes().test(only) ? only : 0;
        }
        for (char base : new char[] {'a', '1'}) {
            char c = (char) (base + depth % (base == 'a' ? 26 : 9));
            if (one.takes().test(c) && other.takes().test(c)) {
                return c;
            }
        }
        return 0;
    }
}
