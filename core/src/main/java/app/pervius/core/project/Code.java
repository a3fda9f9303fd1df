package app.pervius.core.project;

/** One entry of a code list: what is written in a number, and what it means. */
public record Code(String code, String meaning) {
    public Code {
        if (code.isBlank()) {
            throw new IllegalArgumentException("a code is at least one character");
        }
    }
}
