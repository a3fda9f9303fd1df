package app.pervius.server.store.seals;

import app.pervius.server.store.Json;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.core.JacksonException;

/** A file that lines of JSON are added to and never taken away from; what is added is on the disk before this returns. */
final class JsonLines {

    private static final long MOST_BYTES = 256L << 20;

    private JsonLines() {
    }

    static void add(Path file, Object line) throws IOException {
        Files.createDirectories(file.toAbsolutePath().getParent());
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.CREATE, StandardOpenOption.APPEND)) {
            channel.write(ByteBuffer.wrap((Json.write(line) + "\n").getBytes(StandardCharsets.UTF_8)));
            channel.force(true);
        }
    }

    /**
     * All that stands in it, in order; a line that was cut off at its end is left out, and what a syslog has put in front of lines. None
     * where there is no file.
     *
     * @param begins what each line begins with
     * @param what each is, for who is told that one is none
     * @throws IOException if it cannot be read, or holds something else
     */
    static <T> List<T> read(Path file, Class<T> type, String begins, String what) throws IOException {
        if (!Files.exists(file)) {
            return List.of();
        }
        if (Files.size(file) > MOST_BYTES) {
            throw new IOException(file + " is longer than a file of seals gets");
        }
        List<String> lines = Files.readAllLines(file);
        List<T> found = new ArrayList<>();
        for (int i = 0; i < lines.size(); i++) {
            try {
                String line = lines.get(i);
                found.add(Json.read(line.substring(Math.max(0, line.indexOf(begins))), type));
            } catch (JacksonException e) {
                if (i < lines.size() - 1) {
                    throw new IOException("line " + (i + 1) + " of " + file + " is no " + what, e);
                }
            }
        }
        return found;
    }
}
