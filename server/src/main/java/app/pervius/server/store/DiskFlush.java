package app.pervius.server.store;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.locks.Condition;
import java.util.concurrent.locks.ReentrantLock;
import javax.sql.DataSource;

/**
 * Makes commits durable, several at once: whoever answers "done" waits here for the next flush that begins after its
 * commit. One thread at a time flushes for all that wait. Safe for use by several threads.
 */
public class DiskFlush {

    private final DataSource dataSource;
    private final ReentrantLock lock = new ReentrantLock();
    private final Condition flushed = lock.newCondition();
    private final AtomicLong flushes = new AtomicLong();
    private long asked;
    private long done;
    private boolean flushing;

    public DiskFlush(DataSource dataSource) {
        this.dataSource = dataSource;
    }

    /** Returns once everything committed before the call is on the disk. */
    public void await() {
        lock.lock();
        try {
            long mine = ++asked;
            while (done < mine) {
                if (flushing) {
                    flushed.awaitUninterruptibly();
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

    private void flushForAllWaiting() {
        long upTo = asked;
        flushing = true;
        lock.unlock();
        try {
            checkpoint();
        } finally {
            lock.lock();
            flushing = false;
            flushed.signalAll();
        }
        done = Math.max(done, upTo);
    }

    private void checkpoint() {
        try (Connection connection = dataSource.getConnection(); Statement statement = connection.createStatement()) {
            statement.execute("CHECKPOINT SYNC");
            flushes.incrementAndGet();
        } catch (SQLException e) {
            throw new IllegalStateException("The disk could not be forced: nothing is answered as done. " + e.getMessage(), e);
        }
    }
}
