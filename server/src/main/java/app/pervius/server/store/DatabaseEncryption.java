package app.pervius.server.store;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
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
        Path directory = Files.createDirectories(data.resolve("db/changing"));
        Path changing = directory.resolve("pervius.mv.db");
        Files.copy(file, changing, StandardCopyOption.REPLACE_EXISTING);
        char[] password = DatabaseAccess.filePassword(secrets).toCharArray();
        ChangeFileEncryption.execute(directory.toString(), "pervius", "AES", none(!encrypted, password), none(encrypted, password), true);
        opens(changing, secrets);
        try (FileChannel channel = FileChannel.open(changing, StandardOpenOption.READ)) {
            channel.force(true);
        }
        Files.move(changing, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        try (FileChannel channel = FileChannel.open(file.getParent(), StandardOpenOption.READ)) {
            channel.force(true);
        }
        Files.delete(directory);
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
