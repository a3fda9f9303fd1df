package app.pervius.server.store.seals;

import app.pervius.server.store.Json;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.core.JacksonException;

/** The file outside the database to which each seal is added as a line of JSON, and never taken away from. */
public final class SealFile {

    private static final long MOST_BYTES = 256L << 20;

    /** A seal as it stands there; {@code key} checks the signature. */
    public record Line(long number, Instant at, String kind, String found, String hash, String signature, String key) {
    }

    private SealFile() {
    }

    static void add(Path file, Line line) throws IOException {
        Files.createDirectories(file.toAbsolutePath().getParent());
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.CREATE, StandardOpenOption.APPEND)) {
            channel.write(ByteBuffer.wrap((Json.write(line) + "\n").getBytes(StandardCharsets.UTF_8)));
            channel.force(true);
        }
    }

    /**
     * All that stands in it, in order; a line that was cut off at its end is left out. None where there is no file.
     *
     * @throws IOException if it cannot be read, or holds something else
     */
    public static List<Line> read(Path file) throws IOException {
        if (!Files.exists(file)) {
            return List.of();
        }
        if (Files.size(file) > MOST_BYTES) {
            throw new IOException(file + " is longer than a file of seals gets");
        }
        List<String> lines = Files.readAllLines(file);
        List<Line> found = new ArrayList<>();
        for (int i = 0; i < lines.size(); i++) {
            try {
                String line = lines.get(i);
                // What a syslog puts in front of a line is no part of it.
                found.add(Json.read(line.substring(Math.max(0, line.indexOf("{\"number\""))), Line.class));
            } catch (JacksonException e) {
                if (i < lines.size() - 1) {
                    throw new IOException("line " + (i + 1) + " of " + file + " is no seal", e);
                }
            }
        }
        return found;
    }
}
