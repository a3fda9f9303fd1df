package app.pervius.core.pattern;

import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.Fields;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * A real name taken apart, as a beginning for a pattern: codes of the project, dates in any usual form, with neighbouring parts joined to
 * one, counters, and free text. What is the same in other names of its sort is fixed, what differs is not.
 */
public final class NameParts {

    /** A date in a name, for projects that have no field of this key of their own. */
    public static final Field DAY = new Field("day", "Day in the name", new FieldKind.Date(), 10);

    /** What a part is taken for. */
    public enum As {
        /** What stands between two parts. */
        BETWEEN,
        /** Always so. */
        FIXED,
        /** A field of the project, or the title. */
        FIELD,
        /** A date. */
        DAY,
        /** Read over: a counter, or something that means nothing here. */
        OVER
    }

    /**
     * A part of a name.
     *
     * @param key the field; empty for what is none
     * @param forms the forms a date could have here, the likeliest first
     */
    public record NamePart(String text, As as, String key, List<String> forms) {
        public NamePart {
            forms = List.copyOf(forms);
        }

        private static NamePart of(String text, As as, String key) {
            return new NamePart(text, as, key, List.of());
        }

        /** As it stands in a pattern. */
        public String pattern() {
            return switch (as) {
                case BETWEEN, FIXED -> text.replaceAll("[{}\\[\\]\\\\]", "\\\\$0");
                case FIELD -> "{" + key + "}";
                case DAY -> "{" + key + ":" + forms.getFirst() + "}";
                case OVER -> "{*}";
            };
        }
    }

    private static final java.util.regex.Pattern TOKEN = java.util.regex.Pattern.compile("[-_. ]+|[^-_. ]+");
    private static final java.util.regex.Pattern SEPARATOR = java.util.regex.Pattern.compile("[-_. ]+");
    private static final List<List<String>> ORDERS = List.of(List.of("YYYY", "MM", "DD"), List.of("DD", "MM", "YYYY"),
            List.of("MM", "DD", "YYYY"), List.of("YY", "MM", "DD"), List.of("DD", "MM", "YY"), List.of("MM", "DD", "YY"));
    /** Years outside of these are other numbers. */
    private static final int FIRST_YEAR = 1990;
    private static final int LAST_YEAR = 2099;

    private final Fields fields;
    private final List<String> others;
    private final String dayKey;
    private final Set<String> used = new HashSet<>();

    private NameParts(Fields fields, List<String> others) {
        this.fields = fields;
        this.others = others;
        this.dayKey = fields.all().stream().filter(f -> f.kind() instanceof FieldKind.Date).map(Field::key).findFirst().orElse(DAY.key());
    }

    /**
     * Takes a name apart.
     *
     * @param name without its ending
     * @param others names of the same sort, without endings; what does not have the same separators is passed over
     * @param fields the project's
     */
    public static List<NamePart> of(String name, List<String> others, Fields fields) {
        return new NameParts(fields, others).parts(name);
    }

    /** The pattern that reads the name so. */
    public static String pattern(List<NamePart> parts) {
        return parts.stream().map(NamePart::pattern).collect(Collectors.joining());
    }

    private List<NamePart> parts(String name) {
        List<String> tokens = tokens(name);
        List<List<String>> alike = others.stream().map(NameParts::tokens).filter(other -> other.size() == tokens.size()
                && separators(other).equals(separators(tokens))).toList();
        List<NamePart> parts = new ArrayList<>();
        for (int i = 0; i < tokens.size();) {
            Optional<Dated> date = used.contains(dayKey) ? Optional.empty() : date(tokens, i, alike);
            if (date.isPresent()) {
                int count = date.get().tokens();
                parts.add(new NamePart(String.join("", tokens.subList(i, i + count)), As.DAY, dayKey, date.get().forms()));
                used.add(dayKey);
                i += count;
            } else {
                parts.add(plain(tokens, i, alike));
                i++;
            }
        }
        return titled(parts);
    }

    private NamePart plain(List<String> tokens, int i, List<List<String>> alike) {
        String token = tokens.get(i);
        if (SEPARATOR.matcher(token).matches()) {
            return NamePart.of(token, As.BETWEEN, "");
        }
        Optional<Field> coded = fields.all().stream().filter(f -> !used.contains(f.key()) && f.kind() instanceof FieldKind.CodeList list
                && list.codes().stream().anyMatch(c -> c.code().equals(token))).findFirst();
        if (coded.isPresent()) {
            used.add(coded.get().key());
            return NamePart.of(token, As.FIELD, coded.get().key());
        }
        if (token.matches("[0-9]+")) {
            return NamePart.of(token, As.OVER, "");
        }
        boolean differs = alike.stream().anyMatch(other -> !other.get(i).equals(token));
        return NamePart.of(token, differs ? As.OVER : As.FIXED, "");
    }

    /** Free text at the end, behind something that is known, is the title. */
    private static List<NamePart> titled(List<NamePart> parts) {
        List<NamePart> all = new ArrayList<>(parts);
        int last = -1;
        for (int i = 0; i < all.size(); i++) {
            if (all.get(i).as() != As.BETWEEN) {
                last = i;
            }
        }
        boolean knownBefore = last > 0 && all.subList(0, last).stream().anyMatch(p -> p.as() == As.FIELD || p.as() == As.DAY);
        boolean free = last >= 0 && (all.get(last).as() == As.FIXED || all.get(last).as() == As.OVER)
                && !all.get(last).text().matches("[0-9]+");
        if (free && knownBefore) {
            int from = last;
            // Words with spaces between them are one title.
            while (from >= 2 && all.get(from - 1).text().isBlank() && (all.get(from - 2).as() == As.FIXED
                    || all.get(from - 2).as() == As.OVER)) {
                from -= 2;
            }
            String text = all.subList(from, last + 1).stream().map(NamePart::text).collect(Collectors.joining());
            List<NamePart> joined = new ArrayList<>(all.subList(0, from));
            joined.add(NamePart.of(text, As.FIELD, "title"));
            joined.addAll(all.subList(last + 1, all.size()));
            return List.copyOf(joined);
        }
        return List.copyOf(all);
    }

    /** A date: so many tokens, in one of these forms. */
    private record Dated(int tokens, List<String> forms) {
    }

    private static Optional<Dated> date(List<String> tokens, int i, List<List<String>> alike) {
        for (int count : new int[] {5, 1}) {
            if (i + count > tokens.size()) {
                continue;
            }
            List<String> forms = new ArrayList<>();
            for (List<String> order : ORDERS) {
                String form = count == 1 ? String.join("", order)
                        : order.get(0) + tokens.get(i + 1) + order.get(1) + tokens.get(i + 3) + order.get(2);
                boolean everywhere = fits(form, tokens, i, count) && alike.stream().allMatch(other -> fits(form, other, i, count));
                if (everywhere) {
                    forms.add(form);
                }
            }
            if (!forms.isEmpty()) {
                return Optional.of(new Dated(count, forms));
            }
        }
        return Optional.empty();
    }

    private static boolean fits(String form, List<String> tokens, int i, int count) {
        String text = String.join("", tokens.subList(i, i + count));
        return text.length() == form.length() && DateForm.of(form).filter(f -> f.standsAt(text, 0)).flatMap(f -> f.date(text, 0))
                .filter(date -> date.getYear() >= FIRST_YEAR && date.getYear() <= LAST_YEAR).isPresent();
    }

    private static List<String> tokens(String name) {
        return TOKEN.matcher(name).results().map(java.util.regex.MatchResult::group).toList();
    }

    private static List<String> separators(List<String> tokens) {
        return tokens.stream().filter(t -> SEPARATOR.matcher(t).matches()).toList();
    }
}
