package app.pervius.server.backup;

import app.pervius.server.store.DataDirectory;
import app.pervius.server.store.DatabaseAccess;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Stream;

/** Makes a data directory of a backup. */
public final class Restore {

    private Restore() {
    }

    /**
     * Makes a data directory as it was.
     *
     * @param from where backups lie
     * @param wanted the name of one; the last one where absent
     * @param data a directory that is empty or not there
     * @return the backup it was made of
     * @throws Vault.NotUsable in a sentence, where nothing can be made of it; nothing is left then
     */
    public static Backup into(Place from, Optional<String> wanted, Path data, Consumer<BackupRun.Progress> progress) throws IOException {
        if (Files.exists(data)) {
            try (Stream<Path> there = Files.list(data)) {
                if (there.findAny().isPresent()) {
                    throw new Vault.NotUsable(data + " is not empty. A backup is restored into an empty directory.");
                }
            }
        }
        try (Vault vault = Vault.look(from).orElseThrow(() -> new Vault.NotUsable("There is no backup in " + from.where() + "."))) {
            List<Backup> all = vault.list();
            if (all.isEmpty()) {
                throw new Vault.NotUsable("There is no backup in " + from.where() + ".");
            }
            Backup backup = wanted.map(name -> all.stream().filter(b -> b.name().equals(name)).findFirst())
                    .orElse(Optional.of(all.getFirst())).orElseThrow(() -> new Vault.NotUsable("There is no backup " + wanted.orElseThrow()
                            + " in " + from.where() + ". There are " + String.join(", ", all.stream().map(Backup::name).toList()) + "."));
            Path database = vault.file(backup.name(), Vault.DATABASE);
            if (!Vault.hash(database).equals(backup.databaseHash())) {
                throw new Vault.NotUsable("The database of backup " + backup.name() + " is damaged. Restore another one: "
                        + String.join(", ", all.stream().map(Backup::name).filter(n -> !n.equals(backup.name())).toList()) + ".");
            }
            List<Vault.Content> contents = vault.contents(backup.name());
            Set<String> missing = new HashSet<>();
            for (Vault.Content content : contents) {
                if (!vault.has(content)) {
                    missing.add(content.hash());
                }
            }
            if (!missing.isEmpty()) {
                throw new Vault.NotUsable(missing.size() + " files of backup " + backup.name() + " are missing in " + from.where()
                        + ", such as " + missing.iterator().next() + ".");
            }
            Files.createDirectories(data);
            DataDirectory.closeToOthers(data);
            for (int i = 0; i < contents.size(); i++) {
                progress.accept(new BackupRun.Progress("Files are copied.", i, contents.size()));
                content(vault, from, data, contents.get(i));
            }
            progress.accept(new BackupRun.Progress("The database is unpacked.", 0, 0));
            Path kept = vault.file(backup.name(), Vault.KEY);
            if (Files.exists(kept)) {
                Path key = data.resolve(Vault.KEY);
                Files.createFile(key, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
                try (InputStream in = vault.wrapping().read(kept)) {
                    Files.write(key, in.readAllBytes());
                }
            }
            Path file = DatabaseAccess.file(data);
            Files.createDirectories(file.getParent());
            // Last: a directory without a database is none that could be started on.
            BackupRun.unpack(vault.wrapping(), database, file);
            return backup;
        }
    }

    private static void content(Vault vault, Place from, Path data, Vault.Content content) throws IOException {
        Path there = Vault.content(data, content.hash());
        Files.createDirectories(there.getParent());
        String read;
        try {
            read = vault.give(content, there);
        } catch (IOException e) {
            throw notWhole(from, data, content, ": " + e.getMessage());
        }
        if (!read.equals(content.hash())) {
            throw notWhole(from, data, content, ".");
        }
    }

    private static Vault.NotUsable notWhole(Place from, Path data, Vault.Content content, String why) {
        return new Vault.NotUsable("The file " + content.hash() + " in " + from.where() + " is damaged" + why
                + " What was restored so far in " + data + " is not whole.");
    }
}
