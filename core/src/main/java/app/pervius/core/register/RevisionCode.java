package app.pervius.core.register;

/**
 * The code of a revision as its sequence writes it, such as {@code P01}, {@code C}, {@code 3} or {@code P01.2}.
 *
 * @param text 1 to 10 characters
 */
public record RevisionCode(String text) {

    public RevisionCode {
        if (text.isBlank() || text.length() > 10) {
            throw new IllegalArgumentException("not a revision code: “" + text + "”");
        }
    }

    @Override
    public String toString() {
        return text;
    }
}
