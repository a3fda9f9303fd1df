package app.pervius.core.rules;

import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.arrive.FileFormat;
import java.util.List;
import java.util.Set;

/** Something an arrival has to meet. */
public sealed interface Condition {

    /** It came about in one of these ways. */
    record Came(Set<ArrivalEvent> by) implements Condition {
        public Came {
            by = Set.copyOf(by);
        }
    }

    /** Its author is one of these. */
    record From(Parties authors) implements Condition {
    }

    /** Who handed it in is one of these. */
    record HandedInBy(Parties uploaders) implements Condition {
    }

    /** The name it came under, without ending, fits a pattern. */
    record Named(String pattern) implements Condition {
    }

    /** At least one file of the revision has one of these formats. */
    record HasFormat(Set<FileFormat> formats) implements Condition {
        public HasFormat {
            formats = Set.copyOf(formats);
        }
    }

    /** Its largest file has so many bytes; {@code most} is {@link Long#MAX_VALUE} where there is no upper bound. */
    record Sized(long least, long most) implements Condition {
        public Sized {
            if (least < 0 || most < least) {
                throw new IllegalArgumentException("not a range of sizes: " + least + " to " + most);
            }
        }
    }

    /** A field has one of these values, by folder, form, author or name. */
    record FieldIs(String field, Set<String> values) implements Condition {
        public FieldIs {
            values = Set.copyOf(values);
        }
    }

    /** All of these are met. */
    record All(List<Condition> of) implements Condition {
        public All {
            of = List.copyOf(of);
        }
    }

    /** At least one of these is met. */
    record Any(List<Condition> of) implements Condition {
        public Any {
            of = List.copyOf(of);
        }
    }

    /** None of these is met. */
    record None(List<Condition> of) implements Condition {
        public None {
            of = List.copyOf(of);
        }
    }
}
