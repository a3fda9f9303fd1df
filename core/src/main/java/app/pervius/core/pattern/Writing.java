package app.pervius.core.pattern;

import java.util.List;

/** What writing a text with a pattern gives. */
public sealed interface Writing {

    record Written(String text) implements Writing {
    }

    /** Fields without a value. */
    record Missing(List<String> fields) implements Writing {
    }

    /** A value that its field, or its place in the pattern, does not take. */
    record Unfit(String field, String value, String expected) implements Writing {
    }
}
