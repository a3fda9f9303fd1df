package app.pervius.server;

import app.pervius.server.backup.BackupRun;
import app.pervius.server.backup.Backups;
import app.pervius.server.copies.converters.Converter;
import app.pervius.server.copies.converters.Converters;
import app.pervius.server.copies.converters.Program;
import app.pervius.server.store.DataDirectory;
import app.pervius.server.store.DatabaseAccess;
import app.pervius.server.store.InstallationKey;
import com.sun.management.UnixOperatingSystemMXBean;
import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Instant;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** Says in sentences what there is on this machine, what is missing and what is wrong; changes nothing. */
@Command(name = "doctor", description = "Says what this machine has of what Pervius can use, what is missing, and what is wrong.")
final class Doctor implements Callable<Integer> {

    private static final int SOMETHING_IS_WRONG = 1;
    private static final long LEAST_FREE = 2L << 30;
    private static final long LEAST_MEMORY = 400L << 20;
    private static final long LEAST_HANDLES = 4096;

    @Option(names = "--data", description = "a data directory to look at as well")
    @Nullable Path data;
    @Spec
    @Nullable CommandSpec spec;
    private boolean wrong;

    @Override
    public Integer call() {
        machine();
        if (data != null) {
            directory(data);
        }
        copies();
        return wrong ? SOMETHING_IS_WRONG : 0;
    }

    private void say(String sentence) {
        Objects.requireNonNull(spec).commandLine().getOut().println(sentence);
    }

    private void wrong(String sentence) {
        wrong = true;
        say("WRONG: " + sentence);
    }

    private void machine() {
        long memory = Runtime.getRuntime().maxMemory();
        String has = "Java " + Runtime.version() + ", " + Runtime.getRuntime().availableProcessors() + " processors, up to "
                + megabytes(memory) + " of memory for Pervius";
        if (memory < LEAST_MEMORY) {
            wrong(has + ": too little; give it 512 MB (PERVIUS_JAVA_OPTIONS=-Xmx512m).");
        } else {
            say(has + ".");
        }
        if (ManagementFactory.getOperatingSystemMXBean() instanceof UnixOperatingSystemMXBean system) {
            long handles = system.getMaxFileDescriptorCount();
            if (handles < LEAST_HANDLES) {
                wrong("A process may have only " + handles + " files open: raise it (ulimit -n 65536, or LimitNOFILE in the unit).");
            } else {
                say("A process may have " + handles + " files open.");
            }
        }
    }

    private void directory(Path directory) {
        if (!Files.isDirectory(directory)) {
            wrong("There is no directory " + directory + ".");
            return;
        }
        try {
            rights(directory);
            long free = Files.getFileStore(directory).getUsableSpace();
            if (free < LEAST_FREE) {
                wrong("Only " + megabytes(free) + " are free where " + directory + " lies; Pervius stops taking files before nothing is.");
            } else {
                say(megabytes(free) + " are free where " + directory + " lies.");
            }
            Path database = DatabaseAccess.file(directory);
            if (!Files.exists(database)) {
                say("There is no database in " + directory + " yet: it is made by the first start.");
                return;
            }
            say("The database has " + megabytes(Files.size(database)) + "; Pervius " + (runs(directory) ? "runs" : "does not run")
                    + " on it.");
            key(directory.resolve(InstallationKey.FILE));
            backup(directory);
        } catch (IOException e) {
            wrong(directory + " cannot be looked at: " + e.getMessage() + ".");
        }
    }

    private void rights(Path directory) throws IOException {
        if (!Files.isWritable(directory)) {
            wrong(directory + " cannot be written by " + System.getProperty("user.name") + ".");
        }
        if (DataDirectory.isOpenToOthers(directory)) {
            wrong(directory + " can be read by others on this machine: chmod 700 " + directory);
        }
    }

    /** Whether a process holds the directory; it is free again at once where none does. */
    private static boolean runs(Path directory) throws IOException {
        Path file = directory.resolve("pervius.lock");
        if (!Files.exists(file)) {
            return false;
        }
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.WRITE); FileLock lock = channel.tryLock()) {
            return lock == null;
        }
    }

    private void key(Path key) throws IOException {
        if (InstallationKey.isElsewhere()) {
            say("The key is where the environment says, and in no backup.");
        } else if (!Files.exists(key)) {
            wrong("secret.key is missing: secrets in the database cannot be read, and seals not be proved. It is in every backup.");
        } else if (DataDirectory.isOpenToOthers(key)) {
            wrong("secret.key can be read by others: chmod 600 " + key);
        }
    }

    private void backup(Path directory) throws IOException {
        Optional<Instant> last = BackupRun.last(directory);
        if (last.isEmpty()) {
            wrong("No backup was ever made of it: pervius backup --data DIR --to DIR, or serve with --backup-to.");
        } else if (last.get().isBefore(Instant.now().minus(Backups.OVERDUE))) {
            wrong("The last backup is of " + last.get() + ".");
        } else {
            say("The last backup is of " + last.get() + ".");
        }
    }

    private void copies() {
        for (Converter converter : Converters.here().all()) {
            String formats = String.join(" ", converter.endings());
            say(converter.called().map(called -> "Readable copies of " + formats + ": made by " + called + ".")
                    .orElseGet(() -> "Readable copies of " + formats + ": none. " + converter.toInstall() + "."));
        }
        say(Program.withoutNetwork() ? "Programs that make readable copies run without the network."
                : "This system cannot take the network away from programs that make readable copies: it has no “unshare”, "
                + "or forbids it.");
    }

    private static String megabytes(long bytes) {
        return bytes >> 20 > 10_000 ? (bytes >> 30) + " GB" : (bytes >> 20) + " MB";
    }
}
