package app.pervius.server.store;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.file.Path;
import org.h2.store.fs.FileBaseDefault;
import org.h2.store.fs.FilePath;
import org.h2.store.fs.FilePathWrapper;

/**
 * Files of the database that are written to the reserve's room where the disk is full, and read without going through another thread:
 * {@code jdbc:h2:reserving:async:…}.
 */
public final class ReservingFiles extends FilePathWrapper {

    /** Lets H2 know the scheme; done before a database is opened. */
    public static void register() {
        FilePath.register(new ReservingFiles());
    }

    @Override
    public String getScheme() {
        return "reserving";
    }

    @Override
    public FileChannel open(String mode) throws IOException {
        String path = getBase().toString();
        return new Reserving(getBase().open(mode), Path.of(path.substring(path.lastIndexOf(':') + 1)));
    }

    /** Every write that finds the disk full is made once more after the reserve has been given away. */
    static final class Reserving extends FileBaseDefault {
        private final FileChannel file;
        private final PlaceReads reads;
        private final Reserve reserve;

        /** @param file what lies at {@code path}, open */
        Reserving(FileChannel file, Path path) {
            this.file = file;
            this.reads = new PlaceReads(path, file);
            this.reserve = Reserve.beside(path);
        }

        @Override
        public int write(ByteBuffer bytes, long position) throws IOException {
            int from = bytes.position();
            try {
                return file.write(bytes, position);
            } catch (IOException e) {
                if (!Reserve.full(e)) {
                    throw e;
                }
                reserve.giveAway();
                bytes.position(from);
                return file.write(bytes, position);
            }
        }

        @Override
        public int read(ByteBuffer bytes, long position) throws IOException {
            return reads.read(bytes, position);
        }

        @Override
        public long size() throws IOException {
            return file.size();
        }

        @Override
        protected void implTruncate(long size) throws IOException {
            file.truncate(size);
        }

        @Override
        public void force(boolean metaData) throws IOException {
            file.force(metaData);
        }

        @Override
        public FileLock tryLock(long position, long size, boolean shared) throws IOException {
            return file.tryLock(position, size, shared);
        }

        @Override
        protected void implCloseChannel() throws IOException {
            reads.close();
            file.close();
        }
    }
}
