package app.pervius.server.store;

import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.locks.ReentrantReadWriteLock;

/**
 * Who is writing at the moment, so that the database's file is written only while nobody is. H2 collects what a chunk of its
 * file holds table by table without holding back those who write meanwhile; a process killed after such a chunk would find
 * half of a transaction. Safe for use by several threads; a transaction begins and ends on one thread, and may begin others
 * within itself.
 */
public class WritesInFlight {

    private final ReentrantReadWriteLock lock = new ReentrantReadWriteLock();
    private final AtomicLong ended = new AtomicLong();

    /** A transaction that may write begins on this thread; waits while the file is being written. */
    public void begin() {
        lock.readLock().lock();
    }

    /** The transaction last begun on this thread has been committed or rolled back. */
    public void end() {
        ended.incrementAndGet();
        lock.readLock().unlock();
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
    long whileNobodyWrites(Runnable writing) {
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
