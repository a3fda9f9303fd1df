package app.pervius.server.backup;

import app.pervius.server.store.DataDirectory;
import app.pervius.server.store.InstallationKey;
import app.pervius.server.store.Json;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.security.DigestInputStream;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import tools.jackson.core.JacksonException;

/**
 * A directory that backups lie in: one directory each, with the database and what it needs, and the files' contents of all of them once
 * ({@code content}, by their SHA-256). What is not finished is called {@code making-…} and is no backup. One process at a time.
 */
public final class Vault implements AutoCloseable {

    static final String DATABASE = "pervius.mv.db.gz";
    static final String KEY = InstallationKey.FILE;
    static final String CONTENTS = "contents";
    private static final String SAYS = "backup.json";
    private static final String MARK = "pervius-backups";
    private static final String MAKING = "making-";
    private static final String HASH = "[0-9a-f]{64}";

    /** A directory cannot be used for backups, in a sentence. */
    public static final class NotUsable extends IOException {
        private static final long serialVersionUID = 1;

        NotUsable(String sentence) {
            super(sentence);
        }
    }

    /** A content's hash and its size in bytes. */
    record Content(String hash, long size) {
    }

    private final Path directory;
    private final FileChannel held;

    private Vault(Path directory, FileChannel held) {
        this.directory = directory;
        this.held = held;
    }

    /** Opens a directory to write into it; made where it is missing. It is empty or has backups in it already. */
    public static Vault open(Path directory) throws IOException {
        Path mark = directory.resolve(MARK);
        if (!Files.isDirectory(directory)) {
            Files.createDirectories(directory);
            DataDirectory.closeToOthers(directory);
        }
        if (!Files.exists(mark)) {
            try (Stream<Path> there = Files.list(directory)) {
                if (there.findAny().isPresent()) {
                    throw new NotUsable(directory + " has something else in it. Backups want a directory of their own.");
                }
            }
            Files.createFile(mark);
        }
        FileChannel channel = FileChannel.open(mark, StandardOpenOption.WRITE);
        try {
            if (channel.tryLock() == null) {
                throw new NotUsable("Another backup is being made into " + directory + ".");
            }
        } catch (java.nio.channels.OverlappingFileLockException | IOException e) {
            channel.close();
            throw e instanceof NotUsable busy ? busy : new NotUsable("Another backup is being made into " + directory + ".");
        }
        return new Vault(directory, channel);
    }

    /** The backups in a directory, the last first; none where it is no such directory. */
    public static List<Backup> list(Path directory) throws IOException {
        if (!Files.exists(directory.resolve(MARK))) {
            return List.of();
        }
        List<Backup> found = new ArrayList<>();
        try (Stream<Path> there = Files.list(directory)) {
            for (Path path : there.filter(p -> !p.getFileName().toString().startsWith(MAKING)).toList()) {
                if (Files.isRegularFile(path.resolve(SAYS))) {
                    found.add(Json.read(Files.readString(path.resolve(SAYS)), Backup.class));
                }
            }
        } catch (JacksonException e) {
            throw new NotUsable("What a backup in " + directory + " says of itself cannot be read: " + e.getOriginalMessage());
        }
        return found.stream().sorted(Comparator.comparing(Backup::madeAt).reversed()).toList();
    }

    /** What a backup needs of the contents. */
    static List<Content> contents(Path backup) throws IOException {
        List<Content> all = new ArrayList<>();
        for (String line : Files.readAllLines(backup.resolve(CONTENTS))) {
            String[] parts = line.split(" ");
            if (parts.length != 2 || !parts[0].matches(HASH)) {
                throw new NotUsable(backup.resolve(CONTENTS) + " is damaged.");
            }
            all.add(new Content(parts[0], Long.parseLong(parts[1])));
        }
        return all;
    }

    /** Where a content lies. */
    static Path content(Path directory, String hash) {
        return directory.resolve("content").resolve(hash.substring(0, 2)).resolve(hash);
    }

    /** The directory of a backup that is begun; what earlier ones have left half done is cleared away. */
    Path begin(String name) throws IOException {
        try (Stream<Path> there = Files.list(directory)) {
            for (Path left : there.filter(p -> p.getFileName().toString().startsWith(MAKING)).toList()) {
                clear(left);
            }
        }
        Path making = Files.createDirectory(directory.resolve(MAKING + name));
        DataDirectory.closeToOthers(making);
        return making;
    }

    /** Takes a content over unless it is there; gives how many bytes that were. */
    long take(Path file, Content content) throws IOException {
        Path there = content(directory, content.hash());
        if (Files.isRegularFile(there) && Files.size(there) == content.size()) {
            return 0;
        }
        Files.createDirectories(there.getParent());
        Path coming = there.resolveSibling(content.hash() + ".part");
        String hash = copy(file, coming);
        if (!hash.equals(content.hash())) {
            Files.delete(coming);
            throw new IOException("The file " + file + " is damaged: its bytes are not those it was kept with");
        }
        Files.move(coming, there, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        return content.size();
    }

    /** All of it is written: from now on it is a backup. */
    Backup finish(Path making, Backup backup) throws IOException {
        write(making.resolve(SAYS), Json.write(backup));
        try (Stream<Path> all = Files.list(making)) {
            for (Path path : all.toList()) {
                force(path);
            }
        }
        if (Files.exists(directory.resolve("content"))) {
            try (Stream<Path> pool = Files.walk(directory.resolve("content"), 1)) {
                for (Path path : pool.toList()) {
                    force(path);
                }
            }
        }
        force(making);
        Files.move(making, directory.resolve(backup.name()), StandardCopyOption.ATOMIC_MOVE);
        force(directory);
        return backup;
    }

    /** Takes backups away that are not kept, and then the contents nothing needs any more. */
    void thin(Set<String> kept) throws IOException {
        List<Backup> all = list(directory);
        for (Backup backup : all.stream().filter(b -> !kept.contains(b.name())).toList()) {
            Path gone = directory.resolve(MAKING + "gone-" + backup.name());
            Files.move(directory.resolve(backup.name()), gone, StandardCopyOption.ATOMIC_MOVE);
            clear(gone);
        }
        Set<String> needed = new HashSet<>();
        for (Backup backup : list(directory)) {
            contents(directory.resolve(backup.name())).forEach(content -> needed.add(content.hash()));
        }
        if (Files.isDirectory(directory.resolve("content"))) {
            try (Stream<Path> pool = Files.walk(directory.resolve("content"))) {
                for (Path file : pool.filter(Files::isRegularFile).filter(f -> !needed.contains(f.getFileName().toString())).toList()) {
                    Files.delete(file);
                }
            }
        }
    }

    /** Copies a file, forces it and gives the SHA-256 of what was read. */
    static String copy(Path from, Path to) throws IOException {
        MessageDigest digest = sha256();
        try (InputStream in = new DigestInputStream(Files.newInputStream(from), digest)) {
            Files.copy(in, to, StandardCopyOption.REPLACE_EXISTING);
        }
        force(to);
        return HexFormat.of().formatHex(digest.digest());
    }

    /** The SHA-256 of a file. */
    static String hash(Path file) throws IOException {
        MessageDigest digest = sha256();
        try (InputStream in = Files.newInputStream(file); OutputStream nowhere = new DigestOutputStream(OutputStream.nullOutputStream(),
                digest)) {
            in.transferTo(nowhere);
        }
        return HexFormat.of().formatHex(digest.digest());
    }

    static void write(Path file, String text) throws IOException {
        Files.writeString(file, text);
    }

    private static void force(Path path) throws IOException {
        try (FileChannel channel = FileChannel.open(path, StandardOpenOption.READ)) {
            channel.force(true);
        }
    }

    static void clear(Path directory) throws IOException {
        try (Stream<Path> all = Files.walk(directory)) {
            for (Path path : all.sorted(Comparator.reverseOrder()).toList()) {
                Files.delete(path);
            }
        }
    }

    private static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    @Override
    public void close() throws IOException {
        held.close();
    }
}
