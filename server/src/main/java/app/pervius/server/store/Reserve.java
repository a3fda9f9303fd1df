package app.pervius.server.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Objects;

/**
 * Room on the disk that is kept for the database: H2 is lost to a running program the first time it cannot write to its file, so a full
 * disk must not stop it from writing. A file beside it holds the room; it is given away the moment the disk is full. Until it can be made
 * again no file is taken in.
 *
 * @param directory where the database's file lies
 */
public record Reserve(Path directory) {

    /** Enough for what is written until somebody has made room, where nothing is taken in. */
    static final int BYTES = 16 << 20;
    private static final int CHUNK = 1 << 20;
    private static final String NAME = "reserve";

    /** The one beside a database's file. */
    static Reserve beside(Path databaseFile) {
        return new Reserve(Objects.requireNonNull(databaseFile.toAbsolutePath().getParent()));
    }

    /** The one of a data directory. */
    public static Reserve of(DataDirectory data) {
        return new Reserve(data.path().resolve("db"));
    }

    /** Whether a failure says that the disk is full. */
    static boolean full(IOException failure) {
        String words = String.valueOf(failure.getMessage());
        return words.contains("No space left") || words.contains("quota");
    }

    /** What holds the room. */
    Path file() {
        return directory.resolve(NAME);
    }

    /** Gives the room away, if that has not been done already. */
    synchronized void giveAway() throws IOException {
        Files.deleteIfExists(file());
    }

    /** Whether the room is there, or there is no database to keep it for; made anew where twice as much is free. */
    public boolean held() throws IOException {
        if (Files.exists(file()) || !Files.isDirectory(directory)) {
            return true;
        }
        if (Files.getFileStore(directory).getUsableSpace() < 2L * BYTES) {
            return false;
        }
        make();
        return true;
    }

    private synchronized void make() throws IOException {
        Path part = Files.createTempFile(directory, NAME, ".part");
        try {
            try (var out = Files.newOutputStream(part)) {
                byte[] chunk = new byte[CHUNK];
                for (int written = 0; written < BYTES; written += CHUNK) {
                    out.write(chunk);
                }
            }
            Files.move(part, file(), StandardCopyOption.REPLACE_EXISTING);
        } finally {
            Files.deleteIfExists(part);
        }
    }
}
