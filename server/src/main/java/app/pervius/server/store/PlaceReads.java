package app.pervius.server.store;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.ClosedChannelException;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import org.jspecify.annotations.Nullable;

/**
 * Reads places of a file on the thread that asks. An interrupt closes such a channel under everybody who reads with it: whoever finds that
 * reads by the channel no interrupt closes, and the next ones have a new one. Safe for use by several threads.
 */
final class PlaceReads implements AutoCloseable {

    private final Path file;
    private final FileChannel unshaken;
    private @Nullable FileChannel direct;
    private boolean closed;

    /** @param unshaken the same file, by a channel that stays open whoever is interrupted, at the price of another thread for each read */
    PlaceReads(Path file, FileChannel unshaken) {
        this.file = file;
        this.unshaken = unshaken;
    }

    /** Reads from a position, in bytes, as {@link FileChannel#read(ByteBuffer, long)} does. */
    int read(ByteBuffer bytes, long position) throws IOException {
        int from = bytes.position();
        try {
            FileChannel channel = Thread.currentThread().isInterrupted() ? unshaken : direct();
            return channel.read(bytes, position);
        } catch (ClosedChannelException interrupted) {
            bytes.position(from);
            return unshaken.read(bytes, position);
        }
    }

    private synchronized FileChannel direct() throws IOException {
        if (closed) {
            throw new ClosedChannelException();
        }
        if (direct == null || !direct.isOpen()) {
            direct = FileChannel.open(file, StandardOpenOption.READ);
        }
        return direct;
    }

    @Override
    public synchronized void close() throws IOException {
        closed = true;
        if (direct != null) {
            direct.close();
        }
    }
}
