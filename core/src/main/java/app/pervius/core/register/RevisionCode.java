package app.pervius.core.register;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The code of a revision: a letter and two digits, such as {@code P01}.
 *
 * @param letter the sequence it belongs to, {@code A} to {@code Z}
 * @param count 1 to 99
 */
public record RevisionCode(char letter, int count) {

    private static final Pattern FORM = Pattern.compile("([A-Z])(\\d{2})");

    public RevisionCode {
        if (letter < 'A' || letter > 'Z' || count < 1 || count > 99) {
            throw new IllegalArgumentException("not a revision code: " + letter + count);
        }
    }

    /** Reads {@code P01}; anything else, lower case and {@code P00} included, is no revision code. */
    public static Optional<RevisionCode> read(String text) {
        Matcher m = FORM.matcher(text);
        return m.matches() && !m.group(2).equals("00")
                ? Optional.of(new RevisionCode(m.group(1).charAt(0), Integer.parseInt(m.group(2)))) : Optional.empty();
    }

    /** The one after this in its sequence; none after 99. */
    public Optional<RevisionCode> next() {
        return count == 99 ? Optional.empty() : Optional.of(new RevisionCode(letter, count + 1));
    }

    @Override
    public String toString() {
        return "%c%02d".formatted(letter, count);
    }
}
