package app.pervius.core.arrive;

import java.text.Normalizer;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The name of a file as the originator gave it, in Unicode form C. It is data: no path is ever made from it.
 *
 * @param text the whole name, ending included
 */
public record FileName(String text) {

    /** The most characters (UTF-16 units) a name may have. */
    public static final int LONGEST = 255;
    /** How long {@link #order} is at the most. */
    public static final int LONGEST_ORDER = 1000;
    private static final Pattern DIGITS = Pattern.compile("\\d+");
    /** Runs of digits are made as wide as this. */
    private static final int WIDTH = 10;

    /** What checking a name gives. */
    public sealed interface Checked {

        record Fine(FileName name) implements Checked {
        }

        /** @param length how many characters it has */
        record Refused(Fault fault, int length) implements Checked {

            /** Why a file cannot be called so. */
            public String reason() {
                return inWords("file") + (fault == Fault.UNSEEN ? " Rename the file and send it again." : "");
            }

            /** Why a folder cannot be called so. */
            public String ofFolder() {
                return inWords("folder");
            }

            private String inWords(String thing) {
                return switch (fault) {
                    case NO_NAME -> "The " + thing + " has no name.";
                    case TOO_LONG -> "The name has " + length + " characters; at most " + LONGEST + " are possible.";
                    case SLASH -> "A name cannot contain a slash.";
                    case UNSEEN -> "The name contains a character that cannot be seen, such as a control character or a mark that turns "
                            + "the writing direction.";
                };
            }
        }
    }

    /** What can be wrong with a name. */
    public enum Fault { NO_NAME, TOO_LONG, SLASH, UNSEEN }

    /** Checks a name that comes from outside. */
    public static Checked check(String raw) {
        String name = Normalizer.normalize(raw, Normalizer.Form.NFC).strip();
        if (name.isEmpty() || name.equals(".") || name.equals("..")) {
            return new Checked.Refused(Fault.NO_NAME, name.length());
        }
        if (name.length() > LONGEST) {
            return new Checked.Refused(Fault.TOO_LONG, name.length());
        }
        if (name.contains("/") || name.contains("\\")) {
            return new Checked.Refused(Fault.SLASH, name.length());
        }
        if (Unseen.in(name)) {
            return new Checked.Refused(Fault.UNSEEN, name.length());
        }
        return new Checked.Fine(new FileName(name));
    }

    /** The name without its ending; a name that only has an ending is its own base. */
    public String base() {
        int dot = text.lastIndexOf('.');
        return dot <= 0 ? text : text.substring(0, dot);
    }

    /** The ending without its dot, in lower case, or an empty text. */
    public String ending() {
        int dot = text.lastIndexOf('.');
        return dot <= 0 ? "" : text.substring(dot + 1).toLowerCase(Locale.ROOT);
    }

    /** What makes two names the same name in one folder: upper and lower case do not. */
    public String key() {
        return keyOf(text);
    }

    /** What names are put in order by, as people count: 2 before 15. */
    public String order() {
        Matcher digits = DIGITS.matcher(key());
        StringBuilder order = new StringBuilder();
        while (digits.find()) {
            String run = digits.group().replaceFirst("^0+(?=\\d)", "");
            digits.appendReplacement(order, "0".repeat(Math.max(0, WIDTH - run.length())) + run);
        }
        return digits.appendTail(order).length() > LONGEST_ORDER ? order.substring(0, LONGEST_ORDER) : order.toString();
    }

    /** The key of any name or base name, see {@link #key()}. */
    public static String keyOf(String name) {
        return Normalizer.normalize(name, Normalizer.Form.NFC).toLowerCase(Locale.ROOT);
    }
}
