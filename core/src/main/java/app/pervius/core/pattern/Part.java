package app.pervius.core.pattern;

import app.pervius.core.project.Field;
import java.util.List;

/** A part of a compiled pattern. */
sealed interface Part {

    record Literal(String text) implements Part {
    }

    /** A field with the fewest and most characters it may take here. */
    record Take(Field field, int fewest, int most) implements Part {
    }

    /** Between {@code fewest} and {@code most} characters that are read over. */
    record Skip(int fewest, int most) implements Part {
    }

    record Maybe(List<Part> parts) implements Part {
    }
}
