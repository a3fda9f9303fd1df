package app.pervius.server.store.seals;

import app.pervius.server.store.DataDirectory;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** Where each seal goes outside the database: a file, and a syslog where one was named. */
@Component
public class SealOutlets {

    private static final int MOST_WAITING = 1000;

    private final SealKey key;
    private final Path file;
    private final @Nullable SealSyslog syslog;
    /** What the syslog has not taken yet; a later seal proves it too, so what a stop leaves is lost as a line only. */
    private final List<SealFile.Line> waiting = new ArrayList<>();

    public SealOutlets(SealKey key, DataDirectory data, @Value("${pervius.seals.to}") String to,
            @Value("${pervius.seals.syslog}") String syslog) {
        this.key = key;
        this.file = to.isEmpty() ? data.path().resolve("seals.log") : Path.of(to);
        this.syslog = syslog.isEmpty() ? null : new SealSyslog(syslog);
    }

    /** Refuses a syslog that is none, in a sentence. */
    public static void check(String syslog) {
        if (!syslog.isEmpty()) {
            new SealSyslog(syslog);
        }
    }

    public Path file() {
        return file;
    }

    /** Where seals go, in words. */
    @Override
    public String toString() {
        return file + (syslog == null ? "" : " and " + syslog);
    }

    /** Gives a seal out; what did not work is said, empty if all did. */
    synchronized Optional<String> add(Seal seal) {
        SealFile.Line line = new SealFile.Line(seal.number(), seal.at(), seal.kind().name(), seal.found(), seal.hash(), seal.signature(),
                key.open());
        List<String> failures = new ArrayList<>();
        try {
            SealFile.add(file, line);
        } catch (IOException e) {
            failures.add("Seal " + seal.number() + " could not be written to " + file + ": " + e.getMessage());
        }
        if (syslog != null) {
            waiting.add(line);
            try {
                for (; !waiting.isEmpty(); waiting.removeFirst()) {
                    syslog.take(waiting.getFirst());
                }
            } catch (IOException e) {
                failures.add("Seal " + waiting.getFirst().number() + " could not be sent to " + syslog + ": " + e.getMessage()
                        + "; it goes with the next one");
                if (waiting.size() > MOST_WAITING) {
                    waiting.removeFirst();
                }
            }
        }
        return failures.isEmpty() ? Optional.empty() : Optional.of(String.join("; ", failures));
    }
}
