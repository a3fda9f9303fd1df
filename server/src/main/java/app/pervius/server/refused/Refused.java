package app.pervius.server.refused;

import java.util.Map;
import java.util.Objects;

/**
 * What was asked is not done, and nothing of it: the transaction it comes out of is undone. The sentence is for people: what is wrong and
 * what to do. What it is over a wire is chosen where the wire ends.
 */
public class Refused extends RuntimeException {

    /** Why it is refused, as far as whoever asked can act on it. */
    public enum Why {
        /** A value is not acceptable. */
        INVALID,
        /** Nobody is signed in, or what was given to sign in does not belong together. */
        NOT_SIGNED_IN,
        /** Whoever asks may know of it but not do this. */
        FORBIDDEN,
        /** There is no such thing, or whoever asks may not know of it. */
        NOT_FOUND,
        /** It has changed meanwhile, or does not fit what is there. */
        CONFLICT,
        /** It is more than is taken at a time. */
        TOO_LARGE,
        /** It was tried too often. */
        TOO_MANY
    }

    private final Why why;
    private final String type;
    private final Map<String, Object> more;

    private Refused(Why why, String type, String sentence, Map<String, Object> more) {
        super(sentence, null, false, false);
        this.why = why;
        this.type = type;
        this.more = Map.copyOf(more);
    }

    /** A value is not acceptable; {@code field} names it. */
    public static Refused invalid(String field, String sentence) {
        return new Refused(Why.INVALID, "invalid", sentence, Map.of("field", field));
    }

    public static Refused forbidden(String sentence) {
        return new Refused(Why.FORBIDDEN, "forbidden", sentence, Map.of());
    }

    public static Refused notFound(String what) {
        return new Refused(Why.NOT_FOUND, "not-found", "There is no such " + what + ", or you may not see it.", Map.of());
    }

    /** {@code type} tells conflicts apart and is stable. */
    public static Refused conflict(String type, String sentence) {
        return new Refused(Why.CONFLICT, type, sentence, Map.of());
    }

    public static Refused tooMany(String sentence, long secondsToWait) {
        return new Refused(Why.TOO_MANY, "too-many-attempts", sentence, Map.of("retryAfterSeconds", secondsToWait));
    }

    public static Refused unauthorized(String sentence) {
        return new Refused(Why.NOT_SIGNED_IN, "not-signed-in", sentence, Map.of());
    }

    /** This needs a second step of signing in, which the account does not have yet. */
    public static Refused secondStepNeeded() {
        return new Refused(Why.FORBIDDEN, "second-step-needed",
                "This project asks for a second step when you sign in. Set one up under My account first.", Map.of());
    }

    public static Refused tooLarge(String sentence) {
        return new Refused(Why.TOO_LARGE, "too-large", sentence, Map.of());
    }

    public Why why() {
        return why;
    }

    public String type() {
        return type;
    }

    public String sentence() {
        return Objects.requireNonNull(getMessage());
    }

    /** What else is said of it, such as the field that is not acceptable. */
    public Map<String, Object> more() {
        return more;
    }
}
