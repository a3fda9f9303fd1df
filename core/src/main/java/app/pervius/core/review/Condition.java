package app.pervius.core.review;

import app.pervius.core.project.FieldValues;
import java.util.List;

/** When a step is taken. */
public sealed interface Condition {

    /** A field of the revision has one of some values. */
    record FieldIs(String field, List<String> values) implements Condition {
        public FieldIs {
            values = List.copyOf(values);
        }
    }

    /** A field of the revision has none of some values, or no value at all. */
    record FieldIsNot(String field, List<String> values) implements Condition {
        public FieldIsNot {
            values = List.copyOf(values);
        }
    }

    /** The document goes through its reviews for at least the so-manieth time. */
    record FromCycle(int cycle) implements Condition {
    }

    /** Whether it holds for a revision with these values in its cycle. */
    default boolean holds(FieldValues values, int cycle) {
        return switch (this) {
            case FieldIs(String field, List<String> wanted) -> values.get(field).filter(wanted::contains).isPresent();
            case FieldIsNot(String field, List<String> unwanted) -> values.get(field).filter(unwanted::contains).isEmpty();
            case FromCycle(int from) -> cycle >= from;
        };
    }
}
