package app.pervius.core.project;

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

    /** Whether {@code value} may stand in this field; an empty value never does. */
    public boolean takes(String value) {
        if (value.isEmpty() || value.length() > greatestWidth) {
            return false;
        }
        return switch (kind) {
            case FieldKind.CodeList list -> list.codes().stream().anyMatch(c -> c.code().equals(value));
            case FieldKind.Digits() -> value.chars().allMatch(c -> c >= '0' && c <= '9');
            case FieldKind.Letters() -> value.codePoints().allMatch(Character::isLetter);
            case FieldKind.Text() -> value.codePoints().noneMatch(c -> c == '/' || c == '\\' || Character.isISOControl(c));
        };
    }

    /** What the field takes, for a sentence such as "expected …". */
    public String expectation() {
        return switch (kind) {
            case FieldKind.CodeList list -> "a code of “" + label + "” ("
                    + String.join(", ", list.codes().stream().map(Code::code).toList()) + ")";
            case FieldKind.Digits() -> "digits (" + label + ")";
            case FieldKind.Letters() -> "letters (" + label + ")";
            case FieldKind.Text() -> "text (" + label + ")";
        };
    }
}
