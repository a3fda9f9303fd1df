package app.pervius.core.number;

import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.Fields;
import java.util.List;

/**
 * How controlled numbers of one sort are built.
 *
 * @param key what rules call it
 * @param pattern the two-way pattern, with {@code {counter:width}} in it
 * @param countsPer keys of the fields for whose combination a counter of its own runs
 * @param start the first value of each counter
 */
public record Scheme(String key, String name, int edition, String pattern, List<String> countsPer, long start) {

    /** What patterns call the counter. */
    public static final String COUNTER = "counter";

    private static final Field COUNTER_FIELD = new Field(COUNTER, "counter", new FieldKind.Digits(), 9);

    public Scheme {
        countsPer = List.copyOf(countsPer);
    }

    /** The fields a scheme may name: the project's, and the counter. */
    public static Fields fields(Fields ofTheProject) {
        return ofTheProject.with(List.of(COUNTER_FIELD));
    }

    public Compiled compile(Fields ofTheProject) {
        return Pattern.compile(pattern, fields(ofTheProject));
    }
}
