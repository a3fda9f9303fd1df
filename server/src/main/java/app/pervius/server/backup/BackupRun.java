package app.pervius.server.backup;

import app.pervius.server.store.DataDirectory;
import app.pervius.server.store.DatabaseAccess;
import app.pervius.server.store.InstallationKey;
import app.pervius.server.store.Secrets;
import app.pervius.server.store.WrongKey;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import java.util.zip.GZIPInputStream;
import java.util.zip.GZIPOutputStream;

/**
 * Makes one backup: first the database at one moment, then the contents, which never change and are on the disk before the database knows
 * of them. Then the database is opened from what was written, and every row of it read.
 */
public final class BackupRun {

    private static final DateTimeFormatter NAME = DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH-mm-ss-SSS'Z'").withZone(ZoneOffset.UTC);

    /** Writes out the database's file as it is at one moment. */
    public interface DatabaseFile {
        void writeTo(OutputStream out) throws IOException;
    }

    /** How far a run is, in words for whoever waits. */
    public record Progress(String doing, long done, long all) {
    }

    /** Whoever waits hears of each hundredth file: of each it would take longer than copying. */
    private static final int TOLD_EVERY = 100;
    private static final String LAST = "backup.last";
    private static final String OPENED = "backup.opened";

    private BackupRun() {
    }

    /**
     * Makes a backup and takes away those that are not kept.
     *
     * @param data the data directory
     * @param now UTC
     */
    public static Backup make(DatabaseFile database, Path data, Place to, Keep keep, Instant now, Consumer<Progress> progress)
            throws IOException {
        if (to.isWithin(data)) {
            throw new Vault.NotUsable("A backup that lies in the data directory is lost with it. Choose another directory.");
        }
        long begun = System.nanoTime();
        try (Vault vault = Vault.open(to)) {
            Path making = vault.begin(NAME.format(now));
            progress.accept(new Progress("The database is copied.", 0, 0));
            Path packed = vault.part(making, Vault.DATABASE);
            try (OutputStream out = new GZIPOutputStream(vault.wrapping().write(packed))) {
                database.writeTo(out);
            }
            key(data, vault, making);
            List<Vault.Content> contents = contents(data);
            long copied = taken(vault, data, contents, progress);
            try (OutputStream out = vault.wrapping().write(vault.part(making, Vault.CONTENTS))) {
                out.write(contents.stream().map(c -> c.hash() + " " + c.size() + "\n").collect(Collectors.joining())
                        .getBytes(StandardCharsets.UTF_8));
            }
            progress.accept(new Progress("What was written is read.", 0, 0));
            long rows = read(vault.wrapping(), packed, opened(data, to, making), new Secrets(new DataDirectory(data)));
            long bytes = contents.stream().mapToLong(Vault.Content::size).sum();
            Backup made = vault.finish(making, new Backup(NAME.format(now), now, Vault.hash(packed), Files.size(packed), contents.size(),
                    bytes, copied, rows, Duration.ofNanos(System.nanoTime() - begun).toMillis()));
            thin(vault, keep);
            // Wherever it was made to and by whom: nobody need be told then that there is none.
            Vault.write(data.resolve(LAST), made.madeAt().toString());
            return made;
        }
    }

    /** When the last backup of a data directory was made, wherever it lies. */
    public static Optional<Instant> last(Path data) throws IOException {
        Path last = data.resolve(LAST);
        return Files.exists(last) ? Optional.of(Instant.parse(Files.readString(last).strip())) : Optional.empty();
    }

    private static void thin(Vault vault, Keep keep) throws IOException {
        List<Backup> all = vault.list();
        Set<Instant> kept = keep.kept(all.stream().map(Backup::madeAt).toList(), ZoneId.systemDefault());
        vault.thin(all.stream().filter(b -> kept.contains(b.madeAt())).map(Backup::name).collect(Collectors.toSet()));
    }

    /** Without the key the database is not opened. Where it lies elsewhere it is kept elsewhere. */
    private static void key(Path data, Vault vault, Path making) throws IOException {
        if (InstallationKey.isElsewhere()) {
            return;
        }
        Path key = vault.part(making, Vault.KEY);
        if (making.getFileSystem() == FileSystems.getDefault()) {
            Files.createFile(key, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
        }
        try (OutputStream out = vault.wrapping().write(key)) {
            out.write(Files.readAllBytes(data.resolve(Vault.KEY)));
        }
    }

    private static List<Vault.Content> contents(Path data) throws IOException {
        List<Vault.Content> found = new ArrayList<>();
        Path content = data.resolve("content");
        if (Files.isDirectory(content)) {
            try (Stream<Path> files = Files.walk(content, 2)) {
                for (Path file : files.filter(f -> f.getFileName().toString().matches("[0-9a-f]{64}")).sorted().toList()) {
                    found.add(new Vault.Content(file.getFileName().toString(), Files.size(file)));
                }
            }
        }
        return found;
    }

    private static long taken(Vault vault, Path data, List<Vault.Content> contents, Consumer<Progress> progress) throws IOException {
        long copied = 0;
        for (int i = 0; i < contents.size(); i++) {
            if (i % TOLD_EVERY == 0) {
                progress.accept(new Progress("Files are copied.", i, contents.size()));
            }
            copied += vault.take(Vault.content(data, contents.get(i).hash()), contents.get(i));
        }
        return copied;
    }

    /** In the place, unless it is not to lie there in clear or is on another machine: then beside the data, where there is room for it. */
    private static Path opened(Path data, Place to, Path making) throws IOException {
        if (!to.isElsewhere() && to.passphrase().isEmpty()) {
            return making.resolve("opened");
        }
        if (Files.getFileStore(data).getUsableSpace() < 2 * Files.size(DatabaseAccess.file(data))) {
            throw new Vault.NotUsable("There is too little room beside the data in " + data + " to look at the database that was written.");
        }
        return data.resolve(OPENED);
    }

    /** Opens a packed database and reads all of it; gives how many rows it has. */
    private static long read(Wrapping wrapping, Path packed, Path directory, Secrets secrets) throws IOException {
        if (Files.exists(directory)) {
            // Of one that was killed.
            Vault.clear(directory);
        }
        Files.createDirectory(directory);
        Path file = directory.resolve("pervius.mv.db");
        unpack(wrapping, packed, file);
        try (Connection connection = DatabaseAccess.open(file, secrets, ";ACCESS_MODE_DATA=r")) {
            long rows = 0;
            for (String table : Rows.tables(connection)) {
                rows += Rows.read(connection, table, row -> { });
            }
            return rows;
        } catch (SQLException | IllegalStateException | WrongKey e) {
            throw new IOException("The database that was written cannot be read: " + e.getMessage(), e);
        } finally {
            Vault.clear(directory);
        }
    }

    static void unpack(Wrapping wrapping, Path packed, Path to) throws IOException {
        try (InputStream in = new GZIPInputStream(wrapping.read(packed))) {
            Files.copy(in, to, StandardCopyOption.REPLACE_EXISTING);
        }
    }
}
