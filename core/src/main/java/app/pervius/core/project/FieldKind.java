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

    /** A day, kept as ISO 8601 writes it: {@code 2026-05-14}. */
    record Date() implements FieldKind {
    }

    /** Any printable text without slashes. */
    record Text() implements FieldKind {
    }

    /** Whether {@code character}, a Unicode code point, may stand in such a field at all. */
    default boolean takes(int character) {
        return switch (this) {
            case CodeList list -> true;
            case Digits() -> character >= '0' && character <= '9';
            case Letters() -> Character.isLetter(character);
            case Date() -> character >= '0' && character <= '9' || character == '-';
            case Text() -> character != '/' && character != '\\' && !Character.isISOControl(character);
        };
    }
}
