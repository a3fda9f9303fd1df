package app.pervius.server.content;

import app.pervius.server.store.Outside;
import app.pervius.server.store.DataDirectory;
import app.pervius.server.store.Reserve;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Objects;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * Bytes on disk under their SHA-256, written once and never changed. What {@link #keep} has returned survives a power cut:
 * the file is forced, renamed into place, and its directory forced too.
 */
@Component
public class ContentStore {

    private static final int CHUNK = 128 * 1024;
    /** How many of the first bytes are kept for telling the format. */
    private static final int HEAD = 16 * 1024;

    private final Path incoming;
    private final Path root;
    private final Reserve reserve;

    public ContentStore(DataDirectory data) {
        incoming = data.below("content/incoming");
        root = data.below("content");
        reserve = Reserve.of(data);
    }

    /**
     * What has been kept.
     *
     * @param hash SHA-256 in lower-case hex
     * @param head the first bytes, for telling the format
     */
    public record Kept(String hash, long size, byte[] head) {
    }

    /** More bytes came than allowed. */
    public static final class TooLarge extends IOException {
        TooLarge(long most) {
            super("more than " + most + " bytes");
        }
    }

    /** Reads {@code bytes} to their end and keeps them; nothing is left of it if reading fails. */
    public Kept keep(InputStream bytes, long most) throws IOException {
        Outside.world("keeps a file");
        if (!reserve.held()) {
            throw new IOException("No space left on the device but what is kept for the database");
        }
        Path temporary = Files.createTempFile(incoming, "in", ".part");
        try {
            Kept kept = write(bytes, temporary, most);
            place(temporary, kept.hash());
            return kept;
        } finally {
            Files.deleteIfExists(temporary);
        }
    }

    /** The hash of bytes, read to their end and not kept; empty if there are more of them than {@code most}. */
    public static Optional<String> hash(InputStream bytes, long most) throws IOException {
        MessageDigest digest = sha256();
        byte[] buffer = new byte[64 * 1024];
        long size = 0;
        for (int read = bytes.read(buffer); read >= 0; read = bytes.read(buffer)) {
            size += read;
            if (size > most) {
                return Optional.empty();
            }
            digest.update(buffer, 0, read);
        }
        return Optional.of(HexFormat.of().formatHex(digest.digest()));
    }

    /** Where the bytes of a hash lie. */
    public Path path(String hash) {
        if (!hash.matches("[0-9a-f]{64}")) {
            throw new IllegalArgumentException("not a hash: " + hash);
        }
        return root.resolve(hash.substring(0, 2)).resolve(hash);
    }

    /** Whether the bytes of a hash are there, all of them and unchanged. */
    public boolean holds(String hash, long size) throws IOException {
        Outside.world("reads a file");
        Path file = path(hash);
        if (!Files.isRegularFile(file) || Files.size(file) != size) {
            return false;
        }
        MessageDigest digest = sha256();
        try (InputStream bytes = Files.newInputStream(file)) {
            byte[] chunk = new byte[CHUNK];
            for (int n = bytes.read(chunk); n >= 0; n = bytes.read(chunk)) {
                digest.update(chunk, 0, n);
            }
        }
        return HexFormat.of().formatHex(digest.digest()).equals(hash);
    }

    private static Kept write(InputStream bytes, Path temporary, long most) throws IOException {
        MessageDigest digest = sha256();
        long size = 0;
        byte[] head = new byte[HEAD];
        int headLength = 0;
        try (FileChannel out = FileChannel.open(temporary, StandardOpenOption.WRITE)) {
            byte[] chunk = new byte[CHUNK];
            for (int n = bytes.read(chunk); n >= 0; n = bytes.read(chunk)) {
                size += n;
                if (size > most) {
                    throw new TooLarge(most);
                }
                digest.update(chunk, 0, n);
                int copied = Math.min(n, HEAD - headLength);
                System.arraycopy(chunk, 0, head, headLength, copied);
                headLength += copied;
                ByteBuffer buffer = ByteBuffer.wrap(chunk, 0, n);
                while (buffer.hasRemaining()) {
                    out.write(buffer);
                }
            }
            out.force(true);
        }
        return new Kept(HexFormat.of().formatHex(digest.digest()), size, Arrays.copyOf(head, headLength));
    }

    private void place(Path temporary, String hash) throws IOException {
        Path target = path(hash);
        if (Files.exists(target)) {
            return;
        }
        Path directory = Objects.requireNonNull(target.getParent());
        boolean newDirectory = !Files.isDirectory(directory);
        Files.createDirectories(directory);
        Files.move(temporary, target, StandardCopyOption.ATOMIC_MOVE);
        force(directory);
        if (newDirectory) {
            force(root);
        }
    }

    private static void force(Path directory) throws IOException {
        try (FileChannel channel = FileChannel.open(directory, StandardOpenOption.READ)) {
            channel.force(true);
        }
    }

    private static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
