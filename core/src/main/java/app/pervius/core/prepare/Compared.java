package app.pervius.core.prepare;

import java.util.List;

/**
 * What the title blocks of a revision's PDFs say once its companions have come: they were not all there at Identify.
 *
 * @param differences where one says something else than name and register, in sentences; none where none does, or nothing was compared
 * @param then what the rule says is done about that
 */
public record Compared(List<String> differences, Then then) {

    public static final Compared NOTHING = new Compared(List.of(), Then.NOTE);

    /** What is done. */
    public enum Then {
        /** It is written on the passage, which goes on. */
        NOTE,
        STOP,
        RETURN
    }

    public Compared {
        differences = List.copyOf(differences);
    }
}
