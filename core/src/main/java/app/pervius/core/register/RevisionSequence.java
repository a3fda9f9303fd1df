package app.pervius.core.register;

import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A sequence of revision codes, such as {@code P01, P02 …} for review or {@code C01, C02 …} for construction.
 *
 * @param key what rules and documents call it
 * @param name what people call it
 * @param subSteps whether {@code P01.1, P01.2 …} may stand between {@code P01} and {@code P02}
 */
public record RevisionSequence(String key, String name, Form form, boolean subSteps) {

    /** How the codes of a sequence are written. */
    public sealed interface Form {

        /**
         * A prefix and a count.
         *
         * @param prefix 0 to 3 capital letters; none for plain numbers
         * @param width digits the count is filled up to with zeros, 1 to 3
         * @param first the first count, 0 or 1
         */
        record Counted(String prefix, int width, int first) implements Form {
            public Counted {
                if (!prefix.matches("[A-Z]{0,3}") || width < 1 || width > 3 || first < 0 || first > 1) {
                    throw new IllegalArgumentException("not a form of revision codes: " + prefix + " " + width + " " + first);
                }
            }
        }

        /**
         * {@code A, B … Z, AA, AB …} to {@code ZZ}.
         *
         * @param leftOut letters that do not occur, since they look like digits, such as {@code IO}
         */
        record Letters(String leftOut) implements Form {
            public Letters {
                if (!leftOut.matches("[A-Z]{0,20}")) {
                    throw new IllegalArgumentException("not capital letters: " + leftOut);
                }
            }
        }
    }

    /** A code's place in its sequence: its main step and the step below, 0 if none. */
    record Place(int main, int sub) implements Comparable<Place> {
        @Override
        public int compareTo(Place other) {
            return main != other.main ? Integer.compare(main, other.main) : Integer.compare(sub, other.sub);
        }
    }

    private static final Pattern PARTS = Pattern.compile("([A-Z]{0,3})(\\d{0,3})(?:\\.(\\d{1,2}))?");

    /** Where {@code text} stands in the sequence, if it is one of its codes. */
    Optional<Place> place(String text) {
        Matcher m = PARTS.matcher(text);
        if (!m.matches() || m.group(3) != null && (!subSteps || m.group(3).startsWith("0"))) {
            return Optional.empty();
        }
        OptionalInt main = main(m.group(1), m.group(2));
        int sub = m.group(3) == null ? 0 : Integer.parseInt(m.group(3));
        return main.isPresent() ? Optional.of(new Place(main.getAsInt(), sub)) : Optional.empty();
    }

    private OptionalInt main(String letters, String digits) {
        return switch (form) {
            case Form.Counted(String prefix, int width, int first) -> {
                boolean written = letters.equals(prefix) && !digits.isEmpty() && written(prefix, width, Integer.parseInt(digits))
                        .equals(letters + digits);
                yield written && Integer.parseInt(digits) >= first && code(Integer.parseInt(digits) - first).isPresent()
                        ? OptionalInt.of(Integer.parseInt(digits) - first) : OptionalInt.empty();
            }
            case Form.Letters(String leftOut) -> digits.isEmpty() && letters.length() >= 1 && letters.length() <= 2
                    && letters.chars().noneMatch(c -> leftOut.indexOf(c) >= 0) ? OptionalInt.of(placeOf(letters, alphabet(leftOut)))
                    : OptionalInt.empty();
        };
    }

    /** The code at a main step; none when the sequence has come to its end. */
    Optional<RevisionCode> code(int main) {
        return switch (form) {
            case Form.Counted(String prefix, int width, int first) ->
                    Integer.toString(main + first).length() > Math.max(width, prefix.isEmpty() ? 3 : width) ? Optional.empty()
                            : Optional.of(new RevisionCode(written(prefix, width, main + first)));
            case Form.Letters(String leftOut) -> lettered(main, alphabet(leftOut));
        };
    }

    public RevisionCode first() {
        return code(0).orElseThrow();
    }

    /** The next main step after {@code code}, which is of this sequence. */
    public Optional<RevisionCode> after(RevisionCode code) {
        return code(place(code.text()).orElseThrow().main() + 1);
    }

    /** How it runs, for people: its first codes. */
    public String inWords() {
        return first() + ", " + code(1).orElseThrow() + (subSteps ? " with steps such as " + first() + ".1" : "") + " …";
    }

    private static String written(String prefix, int width, int count) {
        String digits = Integer.toString(count);
        return prefix + "0".repeat(Math.max(0, width - digits.length())) + digits;
    }

    private static String alphabet(String leftOut) {
        StringBuilder kept = new StringBuilder();
        for (char c = 'A'; c <= 'Z'; c++) {
            if (leftOut.indexOf(c) < 0) {
                kept.append(c);
            }
        }
        return kept.toString();
    }

    private static int placeOf(String letters, String alphabet) {
        return letters.length() == 1 ? alphabet.indexOf(letters.charAt(0))
                : (alphabet.indexOf(letters.charAt(0)) + 1) * alphabet.length() + alphabet.indexOf(letters.charAt(1));
    }

    private static Optional<RevisionCode> lettered(int main, String alphabet) {
        int n = alphabet.length();
        if (main < n) {
            return Optional.of(new RevisionCode(String.valueOf(alphabet.charAt(main))));
        }
        return main < n + n * n ? Optional.of(new RevisionCode("" + alphabet.charAt(main / n - 1) + alphabet.charAt(main % n)))
                : Optional.empty();
    }
}
