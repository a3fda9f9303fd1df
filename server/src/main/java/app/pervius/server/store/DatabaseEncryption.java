package app.pervius.server.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import org.h2.tools.ChangeFileEncryption;
import org.jspecify.annotations.Nullable;

/** Encrypts the database of a data directory no Pervius runs on, and takes that back. */
public final class DatabaseEncryption {

    private DatabaseEncryption() {
    }

    /**
     * Has the database's file encrypted, or not. It is written anew beside, opened, and takes the other's place at once: whatever stops
     * it, one of the two is there whole.
     *
     * @return whether anything had to be done
     * @throws WrongKey if it was made with another key
     */
    public static boolean set(Path data, boolean encrypted) throws IOException, SQLException {
        Path file = DatabaseAccess.file(data);
        if (DatabaseAccess.isEncrypted(file) == encrypted) {
            return false;
        }
        Secrets secrets = new Secrets(new DataDirectory(data));
        // Opened once with what it has: nothing of an earlier stop is left to do, and the key is the right one.
        opens(file, secrets);
        char[] password = DatabaseAccess.filePassword(secrets).toCharArray();
        Anew.write(file, "changing", anew -> {
            Files.copy(file, anew);
            ChangeFileEncryption.execute(anew.resolveSibling("").toAbsolutePath().toString(), "pervius", "AES",
                    none(!encrypted, password), none(encrypted, password), true);
            opens(anew, secrets);
        });
        return true;
    }

    private static char @Nullable [] none(boolean given, char[] password) {
        // The tool overwrites what it is given.
        return given ? password.clone() : null;
    }

    private static void opens(Path file, Secrets secrets) throws SQLException {
        try (Connection connection = DatabaseAccess.open(file, secrets, "")) {
            connection.createStatement().execute("select count(*) from information_schema.tables");
        }
    }
}
