package app.pervius.server.backup;

import app.pervius.server.store.Json;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Duration;
import java.util.Optional;
import java.util.function.Consumer;

/**
 * A backup that somebody on this machine asks the running Pervius for: a file in the data directory, which nobody else can write into,
 * with where to; the answer is another file, whose last word begins with {@code done} or {@code failed}.
 *
 * @param data the data directory
 * @param to where the backup is to lie
 */
public record AskedBackup(Path data, Place to) {

    /** What the last word begins with: then the backup's name, or why there is none. */
    public static final String DONE = "done ";
    public static final String FAILED = "failed ";
    private static final String BEGUN = "begun";
    private static final String ASKED = "backup.asked";
    private static final String SAID = "backup.said";
    private static final Duration TAKEN_WITHIN = Duration.ofSeconds(20);
    private static final long LOOK_EVERY_MS = 200;

    /** What was asked and nobody has begun; it is begun now. */
    static Optional<AskedBackup> taken(Path data) throws IOException {
        Path asked = data.resolve(ASKED);
        if (!Files.exists(asked)) {
            return Optional.empty();
        }
        AskedBackup backup = new AskedBackup(data, Json.read(Files.readString(asked), Place.class));
        backup.answer(BEGUN);
        Files.delete(asked);
        return Optional.of(backup);
    }

    void progress(BackupRun.Progress progress) {
        answer(progress.doing() + (progress.all() == 0 ? "" : " " + progress.done() + " of " + progress.all()));
    }

    void answer(String words) {
        try {
            Path whole = Files.writeString(data.resolve(SAID + ".part"), words);
            Files.move(whole, data.resolve(SAID), StandardCopyOption.ATOMIC_MOVE);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /**
     * Asks and waits for the end; gives the last word.
     *
     * @throws Vault.NotUsable if nobody takes it
     */
    public static String ask(Path data, Place to, Consumer<String> progress) throws IOException, InterruptedException {
        Files.deleteIfExists(data.resolve(SAID));
        Path whole = Files.writeString(data.resolve(ASKED + ".part"), Json.write(to));
        Files.move(whole, data.resolve(ASKED), StandardCopyOption.ATOMIC_MOVE);
        long end = System.nanoTime() + TAKEN_WITHIN.toNanos();
        String said = "";
        while (!ended(said)) {
            if (said.isEmpty() && System.nanoTime() > end) {
                Files.deleteIfExists(data.resolve(ASKED));
                throw new Vault.NotUsable("The Pervius that runs on " + data + " does not answer.");
            }
            Thread.sleep(LOOK_EVERY_MS);
            String now = Files.exists(data.resolve(SAID)) ? Files.readString(data.resolve(SAID)) : "";
            if (!now.equals(said) && !ended(now) && !now.equals(BEGUN)) {
                progress.accept(now);
            }
            said = now;
        }
        Files.deleteIfExists(data.resolve(SAID));
        return said;
    }

    private static boolean ended(String words) {
        return words.startsWith(DONE) || words.startsWith(FAILED);
    }
}
