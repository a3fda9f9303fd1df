package app.pervius.server.messages;

import app.pervius.server.store.DataDirectory;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.HashSet;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Which messages the mail server has although the database may not know it yet: what became of a batch is kept once all of it has gone, and
 * a process that is killed between would hand all of it over again. A line each in a file beside the database, which outlives the process;
 * it is not forced to the disk, so that a machine that loses its power may hand a batch over twice.
 */
@Component
class HandedOver {

    private static final Logger LOG = LoggerFactory.getLogger(HandedOver.class);

    private final Path file;

    HandedOver(DataDirectory data) {
        this.file = data.path().resolve("mail.handed");
    }

    /** What was noted is in the database, on the disk: the file begins anew. */
    void begin() {
        write("", StandardOpenOption.TRUNCATE_EXISTING);
    }

    /** What cannot be noted has gone all the same: nothing is held up, and the log says that it may go twice. */
    void note(String key) {
        try {
            write(key + "\n", StandardOpenOption.APPEND);
        } catch (UncheckedIOException e) {
            LOG.warn("message {} was mailed and could not be noted; it goes once more if Pervius is killed now", key, e);
        }
    }

    private void write(String text, StandardOpenOption how) {
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.CREATE, StandardOpenOption.WRITE, how)) {
            ByteBuffer bytes = StandardCharsets.UTF_8.encode(text);
            while (bytes.hasRemaining()) {
                channel.write(bytes);
            }
        } catch (IOException e) {
            throw new UncheckedIOException("What was mailed cannot be noted", e);
        }
    }

    /** The keys of all that was noted since the last {@link #begin}; a line that was not finished is none. */
    Set<String> keys() {
        try {
            if (!Files.exists(file)) {
                return Set.of();
            }
            String all = Files.readString(file);
            return new HashSet<>(all.substring(0, all.lastIndexOf('\n') + 1).lines().toList());
        } catch (IOException e) {
            throw new UncheckedIOException("What was mailed cannot be read", e);
        }
    }
}
