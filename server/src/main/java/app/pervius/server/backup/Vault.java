package app.pervius.server.backup;

import app.pervius.server.store.DataDirectory;
import app.pervius.server.store.InstallationKey;
import app.pervius.server.store.Json;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystems;
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
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import tools.jackson.core.JacksonException;

/**
 * What backups lie in: one directory each, with the database and what it needs, and the files' contents of all of them once
 * ({@code content}, by their SHA-256). What is not finished is called {@code making-…} and is no backup. One process at a
 * time; on another machine nobody sees to that.
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

    private final Place.Reached reached;
    private final Path directory;
    private final Wrapping wrapping;
    private final String where;
    private final Optional<FileChannel> held;

    private Vault(Place place, Place.Reached reached, Optional<FileChannel> held) throws IOException {
        this.reached = reached;
        this.directory = reached.directory();
        this.wrapping = place.wrapping();
        this.where = place.where();
        this.held = held;
    }

    /** Opens a place to write into it; made where it is missing. It is empty or has backups in it already. */
    static Vault open(Place place) throws IOException {
        Wrapping wrapping = place.wrapping();
        Place.Reached reached = place.reach();
        try {
            Path directory = reached.directory();
            Path mark = directory.resolve(MARK);
            if (!Files.isDirectory(directory)) {
                Files.createDirectories(directory);
                DataDirectory.closeToOthers(directory);
            }
            if (!Files.exists(mark)) {
                try (Stream<Path> there = Files.list(directory)) {
                    // One that was killed may have left a mark half made.
                    if (there.anyMatch(path -> !path.getFileName().toString().startsWith(MAKING))) {
                        throw new NotUsable(place.where() + " has something else in it. Backups want a directory of their own.");
                    }
                }
                mark(mark, wrapping);
            }
            opens(place, mark, wrapping);
            return new Vault(place, reached, place.isElsewhere() ? Optional.empty() : Optional.of(held(mark, place)));
        } catch (IOException | RuntimeException e) {
            reached.close();
            throw e;
        }
    }

    /** Opens a place to read what is in it; empty where it is no such place. */
    static Optional<Vault> look(Place place) throws IOException {
        Wrapping wrapping = place.wrapping();
        Place.Reached reached = place.reach();
        try {
            if (!Files.exists(reached.directory().resolve(MARK))) {
                reached.close();
                return Optional.empty();
            }
            opens(place, reached.directory().resolve(MARK), wrapping);
            return Optional.of(new Vault(place, reached, Optional.empty()));
        } catch (IOException | RuntimeException e) {
            reached.close();
            throw e;
        }
    }

    /** The backups in a place, the last first; none where it is no such place. */
    static List<Backup> list(Place place) throws IOException {
        Optional<Vault> vault = look(place);
        if (vault.isEmpty()) {
            return List.of();
        }
        try (Vault its = vault.get()) {
            return its.list();
        }
    }

    /** An empty mark says that nothing is encrypted; another one is, as all that is. */
    private static void mark(Path mark, Wrapping wrapping) throws IOException {
        Path coming = mark.resolveSibling(MAKING + MARK);
        try (OutputStream out = Files.newOutputStream(coming)) {
            if (wrapping != Wrapping.NONE) {
                try (OutputStream wrapped = wrapping.around(out)) {
                    wrapped.write(MARK.getBytes(StandardCharsets.UTF_8));
                }
            }
        }
        Files.move(coming, mark, StandardCopyOption.ATOMIC_MOVE);
    }

    private static void opens(Place place, Path mark, Wrapping wrapping) throws IOException {
        boolean encrypted = Files.size(mark) > 0;
        if (encrypted && wrapping == Wrapping.NONE) {
            throw new NotUsable("The backups in " + place.where() + " are encrypted. Say which file has their passphrase "
                    + "(--backup-passphrase FILE).");
        }
        if (!encrypted && wrapping != Wrapping.NONE) {
            throw new NotUsable("The backups in " + place.where() + " are not encrypted. Encrypted ones want a place of their own.");
        }
        if (encrypted) {
            try (InputStream in = wrapping.read(mark)) {
                in.transferTo(OutputStream.nullOutputStream());
            } catch (IOException e) {
                throw new NotUsable("The passphrase is not that of the backups in " + place.where() + ".");
            }
        }
    }

    private static FileChannel held(Path mark, Place place) throws IOException {
        FileChannel channel = FileChannel.open(mark, StandardOpenOption.WRITE);
        try {
            if (channel.tryLock() == null) {
                throw new NotUsable("Another backup is being made into " + place.where() + ".");
            }
        } catch (java.nio.channels.OverlappingFileLockException | IOException e) {
            channel.close();
            throw e instanceof NotUsable busy ? busy : new NotUsable("Another backup is being made into " + place.where() + ".");
        }
        return channel;
    }

    /** The backups in it, the last first. */
    List<Backup> list() throws IOException {
        List<Backup> found = new ArrayList<>();
        try (Stream<Path> there = Files.list(directory)) {
            for (Path path : there.filter(p -> !p.getFileName().toString().startsWith(MAKING)).toList()) {
                if (Files.isRegularFile(path.resolve(SAYS))) {
                    found.add(Json.read(Files.readString(path.resolve(SAYS)), Backup.class));
                }
            }
        } catch (JacksonException e) {
            throw new NotUsable("What a backup in " + where + " says of itself cannot be read: " + e.getOriginalMessage());
        }
        return found.stream().sorted(Comparator.comparing(Backup::madeAt).reversed()).toList();
    }

    /** What a backup needs of the contents. */
    List<Content> contents(String backup) throws IOException {
        String all;
        try (InputStream in = wrapping.read(file(backup, CONTENTS))) {
            all = new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
        List<Content> contents = new ArrayList<>();
        for (String line : all.lines().toList()) {
            String[] parts = line.split(" ");
            if (parts.length != 2 || !parts[0].matches(HASH)) {
                throw new NotUsable(file(backup, CONTENTS) + " is damaged.");
            }
            contents.add(new Content(parts[0], Long.parseLong(parts[1])));
        }
        return contents;
    }

    /** Where a part of a backup lies. */
    Path file(String backup, String part) {
        return directory.resolve(backup).resolve(part + wrapping.ending());
    }

    /** Where a part of what is being made is to lie. */
    Path part(Path making, String part) {
        return making.resolve(part + wrapping.ending());
    }

    Wrapping wrapping() {
        return wrapping;
    }

    private Path content(String hash) {
        return content(directory, hash + wrapping.ending());
    }

    /** Whether it has a content. */
    boolean has(Content content) throws IOException {
        Path there = content(content.hash());
        // How much an encrypted one takes is not known beforehand; it has its name only once all of it was written.
        return Files.isRegularFile(there) && (wrapping != Wrapping.NONE || Files.size(there) == content.size());
    }

    /** Writes a content out, forced; gives the SHA-256 of what was read. */
    String give(Content content, Path to) throws IOException {
        try (InputStream in = wrapping.read(content(content.hash()))) {
            return copy(in, Files.newOutputStream(to), to);
        }
    }

    /** Where a content lies, in a data directory as in a place for backups. */
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
        if (has(content)) {
            return 0;
        }
        Path there = content(content.hash());
        Files.createDirectories(there.getParent());
        Path coming = there.resolveSibling(there.getFileName() + ".part");
        String hash;
        try (InputStream in = Files.newInputStream(file)) {
            hash = copy(in, wrapping.write(coming), coming);
        }
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
        for (Backup backup : list().stream().filter(b -> !kept.contains(b.name())).toList()) {
            Path gone = directory.resolve(MAKING + "gone-" + backup.name());
            Files.move(directory.resolve(backup.name()), gone, StandardCopyOption.ATOMIC_MOVE);
            clear(gone);
        }
        Set<String> needed = new HashSet<>();
        for (Backup backup : list()) {
            contents(backup.name()).forEach(content -> needed.add(content.hash() + wrapping.ending()));
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
        try (InputStream in = Files.newInputStream(from)) {
            return copy(in, Files.newOutputStream(to), to);
        }
    }

    /** Copies what is read, forces it and gives the SHA-256 of it. */
    private static String copy(InputStream from, OutputStream into, Path to) throws IOException {
        MessageDigest digest = sha256();
        try (into) {
            new DigestInputStream(from, digest).transferTo(into);
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

    /** Forces a file; a directory only on this machine, since SFTP knows no such thing. */
    private static void force(Path path) throws IOException {
        if (path.getFileSystem() != FileSystems.getDefault() && Files.isDirectory(path)) {
            return;
        }
        Place.force(path);
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
        try (reached) {
            if (held.isPresent()) {
                held.get().close();
            }
        }
    }
}
