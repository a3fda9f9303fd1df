package app.pervius.server.store;

import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.locks.ReentrantReadWriteLock;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Who is writing at the moment, so that the database's file is written only while nobody is. H2 collects what a chunk of its
 * file holds table by table without holding back those who write meanwhile; a process killed after such a chunk would find
 * half of a transaction. Safe for use by several threads; a transaction begins and ends on one thread, and may begin others
 * within itself.
 */
public class WritesInFlight {

    private static final Logger LOG = LoggerFactory.getLogger(WritesInFlight.class);
    /** A transaction that takes longer is told of in the log. */
    private static final long LONGEST_MILLIS = 1_000;

    private final ReentrantReadWriteLock lock = new ReentrantReadWriteLock();
    private final AtomicLong ended = new AtomicLong();
    private final ThreadLocal<Long> begun = ThreadLocal.withInitial(System::nanoTime);

    /** A transaction that may write begins on this thread; waits while the file is being written. */
    public void begin() {
        lock.readLock().lock();
        if (lock.getReadHoldCount() == 1) {
            begun.set(System.nanoTime());
        }
    }

    /** The transaction last begun on this thread has been committed or rolled back. */
    public void end() {
        ended.incrementAndGet();
        lock.readLock().unlock();
        if (lock.getReadHoldCount() == 0) {
            long millis = (System.nanoTime() - begun.get()) / 1_000_000;
            if (millis > LONGEST_MILLIS) {
                LOG.warn("a transaction that writes took {} ms; everybody who was answered meanwhile waited for it", millis);
            }
        }
    }

    /** Whether a transaction that may write is under way on this thread. */
    public boolean onThisThread() {
        return lock.getReadHoldCount() > 0;
    }

    /** How many have ended since the start. */
    long ended() {
        return ended.get();
    }

    /** Runs {@code writing} once those that have begun have ended, lets nobody begin meanwhile, and gives how many had ended. */
    public long whileNobodyWrites(Runnable writing) {
        if (onThisThread()) {
            throw new IllegalStateException("a transaction cannot wait for its own end");
        }
        lock.writeLock().lock();
        try {
            writing.run();
            return ended.get();
        } finally {
            lock.writeLock().unlock();
        }
    }
}
