package app.pervius.server.http;

import java.util.Map;
import java.util.Objects;
import org.springframework.http.HttpStatus;

/**
 * A call that is refused, told as Problem Details (RFC 9457). The sentence is for people: what is wrong and what to do.
 */
public class Problem extends RuntimeException {

    private final HttpStatus status;
    private final String type;
    private final Map<String, Object> more;

    private Problem(HttpStatus status, String type, String sentence, Map<String, Object> more) {
        super(sentence, null, false, false);
        this.status = status;
        this.type = type;
        this.more = Map.copyOf(more);
    }

    /** 400: a value is not acceptable; {@code field} names it. */
    public static Problem invalid(String field, String sentence) {
        return new Problem(HttpStatus.BAD_REQUEST, "invalid", sentence, Map.of("field", field));
    }

    /** 403: the person may see it but not do this. */
    public static Problem forbidden(String sentence) {
        return new Problem(HttpStatus.FORBIDDEN, "forbidden", sentence, Map.of());
    }

    /** 404: there is no such thing, or the person may not know of it. */
    public static Problem notFound(String what) {
        return new Problem(HttpStatus.NOT_FOUND, "not-found", "There is no such " + what + ", or you may not see it.", Map.of());
    }

    /** 409: it has changed meanwhile, or does not fit what is there; {@code type} is stable. */
    public static Problem conflict(String type, String sentence) {
        return new Problem(HttpStatus.CONFLICT, type, sentence, Map.of());
    }

    /** 429: too many attempts. */
    public static Problem tooMany(String sentence, long secondsToWait) {
        return new Problem(HttpStatus.TOO_MANY_REQUESTS, "too-many-attempts", sentence, Map.of("retryAfterSeconds", secondsToWait));
    }

    /** 401: nobody is signed in, or the name and password do not belong together. */
    public static Problem unauthorized(String sentence) {
        return new Problem(HttpStatus.UNAUTHORIZED, "not-signed-in", sentence, Map.of());
    }

    /** 403: this needs a second step of signing in, which the account does not have yet. */
    public static Problem secondStepNeeded() {
        return new Problem(HttpStatus.FORBIDDEN, "second-step-needed",
                "This project asks for a second step when you sign in. Set one up under My account first.", Map.of());
    }

    /** 413: more than is taken at a time. */
    public static Problem tooLarge(String sentence) {
        return new Problem(HttpStatus.CONTENT_TOO_LARGE, "too-large", sentence, Map.of());
    }

    public HttpStatus status() {
        return status;
    }

    public String type() {
        return type;
    }

    public String sentence() {
        return Objects.requireNonNull(getMessage());
    }

    Map<String, Object> more() {
        return more;
    }
}
