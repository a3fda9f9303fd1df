package app.pervius.core.project;

import java.time.LocalDate;
import java.time.format.DateTimeParseException;

/**
 * A named piece of metadata of the project.
 *
 * @param key what patterns call it: lower-case letters, digits and {@code _}
 * @param label what people call it
 * @param kind what it may take
 * @param greatestWidth most characters a value may have
 */
public record Field(String key, String label, FieldKind kind, int greatestWidth) {

    public Field {
        if (!key.matches("[a-z][a-z0-9_]*")) {
            throw new IllegalArgumentException("not a field key: " + key);
        }
        if (greatestWidth < 1 || greatestWidth > 200) {
            throw new IllegalArgumentException("width of " + key + " must be 1 to 200, not " + greatestWidth);
        }
    }

    /** Whether {@code value} may be put into this field; an empty value never, nor a code that is retired. */
    public boolean takes(String value) {
        if (value.isEmpty() || value.length() > greatestWidth) {
            return false;
        }
        return switch (kind) {
            case FieldKind.CodeList list -> list.codes().stream().anyMatch(c -> !c.retired() && c.code().equals(value));
            case FieldKind.Date() -> isDay(value);
            default -> value.codePoints().allMatch(kind::takes);
        };
    }

    private static boolean isDay(String value) {
        try {
            return LocalDate.parse(value).toString().equals(value);
        } catch (DateTimeParseException noDate) {
            return false;
        }
    }

    /** What the field takes, for a sentence such as "expected …". */
    public String expectation() {
        return switch (kind) {
            case FieldKind.CodeList list -> "a code of “" + label + "” ("
                    + String.join(", ", list.codes().stream().filter(c -> !c.retired()).map(Code::code).toList()) + ")";
            case FieldKind.Digits() -> "digits (" + label + ")";
            case FieldKind.Letters() -> "letters (" + label + ")";
            case FieldKind.Date() -> "a date such as 2026-05-14 (" + label + ")";
            case FieldKind.Text() -> "text (" + label + ")";
        };
    }
}
