package app.pervius.server.store.seals;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;

/** The file outside the database to which each seal is added as a line of JSON, and never taken away from. */
public final class SealFile {

    /** A seal as it stands there; {@code key} checks the signature. */
    public record Line(long number, Instant at, String kind, String found, String hash, String signature, String key) {
    }

    private SealFile() {
    }

    static void add(Path file, Line line) throws IOException {
        JsonLines.add(file, line);
    }

    /**
     * All that stands in it, in order; a line that was cut off at its end is left out. None where there is no file.
     *
     * @throws IOException if it cannot be read, or holds something else
     */
    public static List<Line> read(Path file) throws IOException {
        return JsonLines.read(file, Line.class, "{\"number\"", "seal");
    }
}
