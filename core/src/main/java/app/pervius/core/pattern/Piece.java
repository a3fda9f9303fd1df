package app.pervius.core.pattern;

import java.util.Optional;

/**
 * A piece of a pattern as people see it, for drawing the pattern out and for checks of what must stand in it.
 *
 * @param text the literal text; of a date its form; else empty
 * @param field the key of the field, if it is one
 * @param fewest fewest characters it takes
 * @param most most characters it takes
 * @param optional whether it stands in an optional part
 */
public record Piece(Kind kind, String text, Optional<String> field, int fewest, int most, boolean optional) {

    public enum Kind { LITERAL, FIELD, DATE, SKIP }
}
