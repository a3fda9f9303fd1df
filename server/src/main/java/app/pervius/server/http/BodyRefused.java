package app.pervius.server.http;

import java.io.IOException;
import org.springframework.http.HttpStatus;

/** A body is read no further: it is too long, or comes too slowly. */
public class BodyRefused extends IOException {

    private final HttpStatus status;

    private BodyRefused(HttpStatus status, String sentence) {
        super(sentence);
        this.status = status;
    }

    public static BodyRefused tooLong() {
        return new BodyRefused(HttpStatus.CONTENT_TOO_LARGE, "This is more than 2 MB at a time. Send it in parts.");
    }

    public static BodyRefused tooSlow() {
        return new BodyRefused(HttpStatus.REQUEST_TIMEOUT,
                "What was sent came too slowly, so it was cut off. Nothing of it was kept; try again on a better connection.");
    }

    HttpStatus status() {
        return status;
    }

    String type() {
        return status == HttpStatus.REQUEST_TIMEOUT ? "too-slow" : "too-large";
    }
}
