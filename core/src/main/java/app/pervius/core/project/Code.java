package app.pervius.core.project;

/**
 * One entry of a code list: what is written in a number, and what it means.
 *
 * @param retired still read where it stands, but nothing new gets it
 */
public record Code(String code, String meaning, boolean retired) {
    public Code {
        if (code.isBlank()) {
            throw new IllegalArgumentException("a code is at least one character");
        }
    }

    public Code(String code, String meaning) {
        this(code, meaning, false);
    }
}
