package app.pervius.server.store;

import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.atomic.LongAdder;
import java.util.concurrent.locks.Condition;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.Function;
import javax.sql.DataSource;
import org.h2.engine.SessionLocal;
import org.h2.jdbc.JdbcConnection;
import org.h2.mvstore.MVStore;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The only one who writes the database's file (H2's own writer is off, its {@code WRITE_DELAY} set to days), and only while no transaction
 * is under way, so that what the file holds is whole at every moment. Several at once: whoever answers "done" waits here for
 * the next flush that begins after its commit, and one thread at a time flushes for all that wait. What nobody waits for is
 * written twice a second, sooner if there is much of it. Safe for use by several threads.
 */
public class DiskFlush {

    private static final Logger LOG = LoggerFactory.getLogger(DiskFlush.class);
    private static final long LONGEST_UNWRITTEN_NANOS = 500_000_000;
    /** Well below the amount at which H2 writes by itself, transactions or not (14 MB). */
    private static final int MOST_UNWRITTEN_BYTES = 8 << 20;
    /** Percent of the file's chunks that hold something live, below which old ones are written anew and freed. */
    private static final int FILL_RATE = 60;
    private static final int TIDIED_AT_ONCE_BYTES = 1 << 20;

    /** Both of the file's heads, in bytes. */
    private static final int HEADS = 2 * 4096;
    private static final int COPIED_AT_ONCE = 1 << 20;

    private static final long EVERY_MILLIS = 50;
    private static final int ROUNDS_TO_TIDY = 20;

    private final CountDownLatch stopping = new CountDownLatch(1);
    private final DataSource dataSource;
    private final WritesInFlight writes;
    private final ReentrantLock lock = new ReentrantLock();
    private final Condition flushed = lock.newCondition();
    private final AtomicLong flushes = new AtomicLong();
    private final LongAdder waited = new LongAdder();
    private final LongAdder waitedNanos = new LongAdder();
    private boolean flushing;
    private @Nullable RuntimeException failure;
    /** So many transactions had ended at the last flush; all of them are on the disk. */
    private volatile long durable;
    private volatile long tidiedUpTo;
    private volatile long writtenAt = System.nanoTime();

    public DiskFlush(DataSource dataSource, WritesInFlight writes) {
        this.dataSource = dataSource;
        this.writes = writes;
    }

    /** Begins to write what nobody waits for. */
    void start() {
        Thread.ofPlatform().daemon().name("disk-flush").start(this::work);
    }

    /** Ends that; what waits is written by whoever waits. */
    void stop() {
        stopping.countDown();
    }

    private void work() {
        try {
            for (int round = 0; !stopping.await(EVERY_MILLIS, TimeUnit.MILLISECONDS); round++) {
                writeWhatIsLeft();
                if (round % ROUNDS_TO_TIDY == 0) {
                    tidy();
                }
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** How often somebody waited for the disk since the start, and how long all of them together, in nanoseconds. */
    public record Waits(long times, long nanos) {
    }

    public Waits waits() {
        return new Waits(waited.sum(), waitedNanos.sum());
    }

    /** Returns once every transaction that had ended before the call is on the disk. Not within a transaction. */
    public void await() {
        long began = System.nanoTime();
        try {
            awaitAll();
        } finally {
            waited.increment();
            waitedNanos.add(System.nanoTime() - began);
        }
    }

    private void awaitAll() {
        long mine = writes.ended();
        lock.lock();
        try {
            while (durable < mine) {
                if (flushing) {
                    RuntimeException before = failure;
                    flushed.awaitUninterruptibly();
                    RuntimeException now = failure;
                    if (now != null && now != before) {
                        // A flush that failed may have lost what was to be written: one that succeeds later says nothing of it.
                        throw new IllegalStateException(now.getMessage(), now);
                    }
                } else {
                    flushForAllWaiting();
                }
            }
        } finally {
            lock.unlock();
        }
    }

    /** How often the disk was forced since the start. */
    public long flushes() {
        return flushes.get();
    }

    /** Writes what nobody has waited for, when it is time. */
    public void writeWhatIsLeft() {
        if (writes.ended() == durable) {
            return;
        }
        try {
            if (System.nanoTime() - writtenAt > LONGEST_UNWRITTEN_NANOS || unwritten() > MOST_UNWRITTEN_BYTES) {
                await();
            }
        } catch (IllegalStateException e) {
            LOG.warn("what was changed last is not on the disk yet; trying again. {}", e.getMessage());
        }
    }

    /** Moves what little lives in old parts of the file into new ones; the next flush writes it and frees the old. */
    public void tidy() {
        if (writes.ended() == tidiedUpTo) {
            return;
        }
        tidiedUpTo = writes.ended();
        try {
            withStore(store -> store.compact(FILL_RATE, TIDIED_AT_ONCE_BYTES));
        } catch (IllegalStateException e) {
            LOG.warn("the database's file could not be tidied; trying again. {}", e.getMessage());
        }
    }

    private void flushForAllWaiting() {
        flushing = true;
        lock.unlock();
        RuntimeException failed = null;
        try {
            force();
        } catch (RuntimeException e) {
            failed = e;
            throw e;
        } finally {
            lock.lock();
            flushing = false;
            failure = failed == null ? failure : failed;
            flushed.signalAll();
        }
    }

    private void force() {
        withStore(store -> {
            // Whoever ends while this waits for the others is written with them. What is to be written is only gathered while nobody
            // writes; it is packed and written while others go on.
            long ended = writes.whileNobodyWrites(() -> gather(store));
            store.executeFilestoreOperation(() -> { });
            store.sync();
            durable = ended;
            writtenAt = System.nanoTime();
            flushes.incrementAndGet();
            return true;
        });
    }

    private static void gather(MVStore store) {
        if (store.tryCommit() < 0 && store.hasUnsavedChanges()) {
            // Somebody else has the store in hand, as when its file is tidied.
            store.commit();
        }
    }

    /**
     * Writes out the database's file as it is at one moment at which no transaction is under way. Others write on meanwhile: what they
     * write goes behind what is copied, and space that becomes free is used again only afterwards. One copy at a time.
     *
     * @param file the database's file
     */
    public synchronized void copyTo(Path file, OutputStream out) throws IOException {
        withStore(store -> {
            store.setReuseSpace(false);
            return true;
        });
        try (FileChannel database = FileChannel.open(file, StandardOpenOption.READ)) {
            ByteBuffer head = ByteBuffer.allocate(HEADS);
            long length = withStore(store -> {
                long[] found = new long[1];
                writes.whileNobodyWrites(() -> {
                    store.commit();
                    store.sync();
                    found[0] = read(database, head);
                });
                return found[0];
            });
            out.write(head.array(), 0, head.position());
            ByteBuffer chunk = ByteBuffer.allocate(COPIED_AT_ONCE);
            for (long at = head.position(); at < length;) {
                chunk.clear().limit((int) Math.min(COPIED_AT_ONCE, length - at));
                int read = database.read(chunk, at);
                if (read < 0) {
                    throw new IOException("the database's file became shorter while it was copied");
                }
                out.write(chunk.array(), 0, read);
                at += read;
            }
        } finally {
            withStore(store -> {
                store.setReuseSpace(true);
                return true;
            });
        }
    }

    /** The heads are written over with every commit, so they are read while nobody writes; gives the file's length. */
    private static long read(FileChannel database, ByteBuffer head) {
        try {
            for (int read = 0; head.hasRemaining() && read >= 0;) {
                read = database.read(head, head.position());
            }
            return database.size();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private int unwritten() {
        return withStore(MVStore::getUnsavedMemory);
    }

    private <T> T withStore(Function<MVStore, T> work) {
        try (Connection connection = dataSource.getConnection()) {
            SessionLocal session = (SessionLocal) connection.unwrap(JdbcConnection.class).getSession();
            return work.apply(session.getDatabase().getStore().getMvStore());
        } catch (SQLException | RuntimeException e) {
            throw new IllegalStateException("The disk could not be forced: nothing is answered as done. " + e.getMessage(), e);
        }
    }
}
