package app.pervius.core.project;

import java.util.List;

/** What a field may take. */
public sealed interface FieldKind {

    /** One of the project's codes. */
    record CodeList(List<Code> codes) implements FieldKind {
        public CodeList {
            codes = List.copyOf(codes);
        }
    }

    /** ASCII digits {@code 0-9}. */
    record Digits() implements FieldKind {
    }

    /** Letters of any script. */
    record Letters() implements FieldKind {
    }

    /** Any printable text without slashes. */
    record Text() implements FieldKind {
    }
}
