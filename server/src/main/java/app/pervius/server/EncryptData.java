package app.pervius.server;

import app.pervius.server.store.DataDirectory;
import app.pervius.server.store.DatabaseAccess;
import app.pervius.server.store.DatabaseEncryption;
import app.pervius.server.store.InstallationKey;
import app.pervius.server.store.WrongKey;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.Objects;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** Encryption of the database at rest, where the key lies somewhere else. */
@Command(name = "encrypt", description = "Encrypts the database at rest; the key has to lie outside the data directory.")
final class EncryptData implements Callable<Integer> {

    @Option(names = "--data", required = true, description = "the data directory of a Pervius that is not running")
    Path data = Path.of("");
    @Option(names = "--undo", description = "has it lie unencrypted again")
    boolean undo;
    @Spec
    @Nullable CommandSpec spec;

    @Override
    public Integer call() {
        if (!Files.exists(DatabaseAccess.file(data))) {
            return Pervius.Start.refuse("There is no data of Pervius in " + data + ".");
        }
        if (!undo && !InstallationKey.isElsewhere()) {
            return Pervius.Start.refuse("The key lies beside what it would encrypt. Move " + data.resolve(InstallationKey.FILE)
                    + " to where only Pervius reads it, and say where: PERVIUS_KEY_FILE=FILE");
        }
        try (FileChannel lock = DataDirectory.lock(data)) {
            assert lock.isOpen();
            boolean done = DatabaseEncryption.set(data, !undo);
            Objects.requireNonNull(spec).commandLine().getOut().println("The database in " + data + " is " + (done ? "" : "already ")
                    + (undo ? "unencrypted." : "encrypted. Files that were handed in are not: keep the directory on an encrypted disk if "
                    + "they are to be."));
            return 0;
        } catch (DataDirectory.NotUsable | IOException | WrongKey | SQLException e) {
            return Pervius.Start.refuse(String.valueOf(e.getMessage()));
        }
    }
}
