package app.pervius.server.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import org.h2.mvstore.MVStore;
import org.h2.mvstore.MVStoreException;
import org.h2.mvstore.MVStoreTool;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Makes the file of a database smaller that nobody has open. Parts of it that were written over stay in it while Pervius runs, up to some
 * four times what it holds; what it holds is written anew beside, at some 35 MB a second, and takes its place at once.
 */
final class Shrinking {

    private static final Logger LOG = LoggerFactory.getLogger(Shrinking.class);
    private static final long WORTH_IT = 32L << 20;
    /** In percent: with less of the file in use it is written anew. */
    private static final int IN_USE = 70;
    /** What holds more is left as it is: a stop is not to take longer than a minute. */
    private static final long MOST_IN_USE = 2L << 30;
    /** An encrypted file is written twice, and slower. */
    private static final long MOST_ENCRYPTED = 512L << 20;
    private static final int MEGABYTE = 20;

    private Shrinking() {
    }

    /** Does so if it is worth it. What goes wrong is told in the log, and the file is as it was. */
    static void shrink(Path file, Secrets secrets) {
        try {
            if (Files.exists(file) && Files.size(file) >= WORTH_IT) {
                boolean encrypted = DatabaseAccess.isEncrypted(file);
                int inUse = encrypted ? inUseOfEncrypted(file, secrets) : inUse(file);
                long needed = Files.size(file) / 100 * inUse;
                // An encrypted one is copied first.
                long room = encrypted ? Files.size(file) + needed : needed * 2;
                if (inUse < IN_USE && needed < MOST_IN_USE && (!encrypted || Files.size(file) < MOST_ENCRYPTED)
                        && Files.getFileStore(file).getUsableSpace() > room) {
                    writeAnew(file, encrypted ? anew -> compactEncrypted(file, anew, secrets) : anew -> compact(file, anew));
                }
            }
        } catch (IOException | SQLException | MVStoreException | UnsupportedOperationException e) {
            LOG.warn("The database's file could not be made smaller, and stays as it is: {}", e.getMessage());
        }
    }

    private static int inUse(Path file) {
        try (MVStore store = new MVStore.Builder().fileName(file.toString()).readOnly().open()) {
            return store.getFileStore().getChunksFillRate();
        }
    }

    private static int inUseOfEncrypted(Path file, Secrets secrets) throws SQLException {
        try (Connection connection = DatabaseAccess.open(file, secrets, ";ACCESS_MODE_DATA=r");
                Statement statement = connection.createStatement();
                ResultSet said = statement.executeQuery("select setting_value from information_schema.settings where setting_name = "
                        + "'info.CHUNKS_FILL_RATE'")) {
            return said.next() ? said.getInt(1) : 100;
        }
    }

    private static void compact(Path file, Path anew) throws IOException {
        // The tool replaces what it is given: that is a second name of the file, so that the first one has it until all is on the disk.
        Files.createLink(anew, file);
        MVStoreTool.compact(anew.toString(), false);
    }

    /** The tool has no key, so the database does it itself, on a copy: nothing lies anywhere in clear meanwhile. */
    private static void compactEncrypted(Path file, Path anew, Secrets secrets) throws IOException, SQLException {
        Files.copy(file, anew);
        try (Connection connection = DatabaseAccess.open(anew, secrets, ""); Statement statement = connection.createStatement()) {
            statement.execute("shutdown compact");
        }
    }

    private static void writeAnew(Path file, Anew.Writing compacting) throws IOException, SQLException {
        long before = Files.size(file);
        Anew.write(file, "shrinking", compacting);
        LOG.info("The database's file was made smaller: {} MB, before {} MB.", Files.size(file) >> MEGABYTE, before >> MEGABYTE);
    }
}
