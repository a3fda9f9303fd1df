package app.pervius.server.store;

import java.util.concurrent.atomic.AtomicLong;
import org.springframework.stereotype.Component;

/**
 * Counts the transactions that were committed and may have changed something. Whoever reads the count before he asks the database, and
 * finds it the same later, would be answered the same. Safe for use by several threads.
 */
@Component
public class Changes {

    private final AtomicLong count = new AtomicLong();

    /** So many since the start. */
    public long count() {
        return count.get();
    }

    /** One has been committed, and nobody has been answered or told of it yet. */
    void happened() {
        count.incrementAndGet();
    }
}
