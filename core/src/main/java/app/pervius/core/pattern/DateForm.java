package app.pervius.core.pattern;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.Optional;

/**
 * How a date stands in a text: {@code YYYY} or {@code YY} (of the years 2000 to 2099), {@code MM} and {@code DD}, each at
 * most once, with nothing, {@code -}, {@code .}, {@code _} or a space between them. A form that has not all three is written
 * and read over; only a whole date gives a value. Immutable.
 */
final class DateForm {

    static final DateForm ISO = new DateForm("YYYY-MM-DD");

    private static final int CENTURY = 2000;
    private static final java.util.regex.Pattern SOUND = java.util.regex.Pattern.compile(
            "(?!.*Y.*[^Y].*Y)(?!.*M.*[^M].*M)(?!.*D.*[^D].*D)(?:YYYY|YY|MM|DD)(?:[-._ ]?(?:YYYY|YY|MM|DD))*");

    private final String text;

    private DateForm(String text) {
        this.text = text;
    }

    /** The form as it is written in a pattern, if it is one. */
    static Optional<DateForm> of(String text) {
        boolean sound = SOUND.matcher(text).matches() && !text.contains("YYYYYY") && !text.contains("MMMM") && !text.contains("DDDD");
        return sound ? Optional.of(new DateForm(text)) : Optional.empty();
    }

    int length() {
        return text.length();
    }

    /** Whether a date can be read back from it. */
    boolean whole() {
        return text.contains("YY") && text.contains("MM") && text.contains("DD");
    }

    /** Whether the date can be read back from what is written of it: two digits of a year are of 2000 to 2099. */
    boolean holds(LocalDate date) {
        return text.contains("YYYY") || !text.contains("YY") || date.getYear() / 100 * 100 == CENTURY;
    }

    String write(LocalDate date) {
        return text.replace("YYYY", "%04d".formatted(date.getYear())).replace("YY", "%02d".formatted(date.getYear() % 100))
                .replace("MM", "%02d".formatted(date.getMonthValue())).replace("DD", "%02d".formatted(date.getDayOfMonth()));
    }

    /** Whether {@code name} has at {@code from} what the form could have written. */
    boolean standsAt(String name, int from) {
        if (from + text.length() > name.length()) {
            return false;
        }
        for (int i = 0; i < text.length(); i++) {
            char c = name.charAt(from + i);
            if ("YMD".indexOf(text.charAt(i)) >= 0 ? c < '0' || c > '9' : c != text.charAt(i)) {
                return false;
            }
        }
        return date(name, from).isPresent();
    }

    /** The date that stands at {@code from}, parts the form has not taken for the first; empty if there is no such date. */
    Optional<LocalDate> date(String name, int from) {
        int year = number(name, from, "YYYY");
        int inCentury = number(name, from, "YY");
        int month = number(name, from, "MM");
        int day = number(name, from, "DD");
        // The 29th of a February whose year the form leaves out is a date.
        int itsYear = year >= 0 ? year : inCentury >= 0 ? CENTURY + inCentury : CENTURY;
        try {
            return Optional.of(LocalDate.of(itsYear, month < 0 ? 1 : month, day < 0 ? 1 : day));
        } catch (DateTimeException noSuchDate) {
            return Optional.empty();
        }
    }

    private int number(String name, int from, String letters) {
        int at = text.indexOf(letters);
        if (at < 0 || letters.equals("YY") && text.contains("YYYY")) {
            return -1;
        }
        return Integer.parseInt(name, from + at, from + at + letters.length(), 10);
    }

    @Override
    public String toString() {
        return text;
    }
}
