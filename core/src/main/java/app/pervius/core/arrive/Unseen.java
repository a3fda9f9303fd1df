package app.pervius.core.arrive;

/**
 * Characters in a name that cannot be seen, or that make it look like another one: control characters, line and paragraph separators,
 * marks that turn the writing direction, halves of characters, spaces without width. Joiners between two visible characters beyond
 * ASCII are none: emoji and some scripts are written with them.
 */
public final class Unseen {

    private static final int NON_JOINER = 0x200C;
    private static final int JOINER = 0x200D;
    private static final int LAST_OF_ASCII = 0x7F;

    private Unseen() {
    }

    /** Whether there is one in {@code name}. */
    public static boolean in(String name) {
        int[] points = name.codePoints().toArray();
        for (int i = 0; i < points.length; i++) {
            if (hidden(points[i]) && !joins(points, i)) {
                return true;
            }
        }
        return false;
    }

    private static boolean hidden(int point) {
        return switch (Character.getType(point)) {
            case Character.CONTROL, Character.FORMAT, Character.SURROGATE, Character.LINE_SEPARATOR, Character.PARAGRAPH_SEPARATOR -> true;
            default -> false;
        };
    }

    private static boolean joins(int[] points, int at) {
        return (points[at] == JOINER || points[at] == NON_JOINER) && at > 0 && at < points.length - 1 && seen(points[at - 1])
                && seen(points[at + 1]);
    }

    /** Nothing is joined in plain Latin. */
    private static boolean seen(int point) {
        return point > LAST_OF_ASCII && !hidden(point) && !Character.isWhitespace(point);
    }
}
