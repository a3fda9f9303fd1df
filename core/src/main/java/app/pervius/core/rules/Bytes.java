package app.pervius.core.rules;

import java.util.Locale;

/** Sizes as people say them; units are those of 1,000 bytes. */
final class Bytes {

    private static final String[] UNITS = {"bytes", "kB", "MB", "GB"};

    private Bytes() {
    }

    static String inWords(long bytes) {
        double size = bytes;
        int unit = 0;
        while (size >= 1000 && unit < UNITS.length - 1) {
            size /= 1000;
            unit++;
        }
        String written = unit == 0 || size == Math.rint(size) ? Long.toString((long) size) : String.format(Locale.ROOT, "%.1f", size);
        return written + " " + UNITS[unit];
    }

    static String range(long least, long most) {
        return most == Long.MAX_VALUE ? "at least " + inWords(least) : least == 0 ? "at most " + inWords(most)
                : inWords(least) + " to " + inWords(most);
    }
}
