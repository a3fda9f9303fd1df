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

/** Where each seal goes outside the database: a file, and a syslog and a time stamp service where those were named. */
@Component
public class SealOutlets {

    private static final int MOST_WAITING = 1000;

    private final SealKey key;
    private final Path file;
    private final @Nullable SealSyslog syslog;
    private final @Nullable SealStamps stamps;
    /** What the syslog has not taken yet; a later seal proves it too, so what a stop leaves is lost as a line only. */
    private final List<SealFile.Line> waiting = new ArrayList<>();

    public SealOutlets(SealKey key, DataDirectory data, @Value("${pervius.seals.to}") String to,
            @Value("${pervius.seals.syslog}") String syslog, @Value("${pervius.seals.stamped-by}") String service) {
        this.key = key;
        this.file = to.isEmpty() ? data.path().resolve("seals.log") : Path.of(to);
        this.syslog = syslog.isEmpty() ? null : new SealSyslog(syslog);
        this.stamps = service.isEmpty() ? null : new SealStamps(service, SealStamps.beside(file));
    }

    /** Refuses a syslog or a service that is none, in a sentence. */
    public static void check(String syslog, String service) {
        if (!syslog.isEmpty()) {
            new SealSyslog(syslog);
        }
        if (!service.isEmpty()) {
            new SealStamps(service, Path.of(""));
        }
    }

    public Path file() {
        return file;
    }

    /** Where seals go, in words. */
    @Override
    public String toString() {
        return file + (syslog == null ? "" : " and " + syslog) + (stamps == null ? "" : ", stamped by " + stamps);
    }

    /** A seal as it stands outside the database. */
    public SealFile.Line line(Seal seal) {
        return new SealFile.Line(seal.number(), seal.at(), seal.kind().name(), seal.found(), seal.hash(), seal.signature(), key.open());
    }

    /** Gives a seal out; what did not work is said, empty if all did. */
    synchronized Optional<String> add(Seal seal) {
        SealFile.Line line = line(seal);
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
        try {
            if (stamps != null) {
                stamps.take(line);
            }
        } catch (IOException e) {
            failures.add("Seal " + seal.number() + " could not be stamped by " + stamps + ": " + e.getMessage());
        }
        return failures.isEmpty() ? Optional.empty() : Optional.of(String.join("; ", failures));
    }
}
