package app.pervius.server.numbers;

import app.pervius.core.number.CounterKey;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.ReentrantLock;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Has those who want one counter wait for each other here before they ask the database for its row: the database has whoever
 * finds a row locked sleep for some milliseconds and ask again. It makes nothing right that the locked row does not; who waits
 * too long goes on and asks the database.
 */
@Component
class CounterQueue {

    private static final int STRIPES = 512;
    private static final long PATIENCE_SECONDS = 5;

    private final ReentrantLock[] stripes = new ReentrantLock[STRIPES];

    CounterQueue() {
        for (int i = 0; i < STRIPES; i++) {
            stripes[i] = new ReentrantLock();
        }
    }

    /** Waits for one's turn, which lasts until the current transaction has ended. */
    void enter(long project, CounterKey counter) {
        ReentrantLock stripe = stripes[Math.floorMod(31 * Long.hashCode(project) + counter.hashCode(), STRIPES)];
        if (!stripe.isHeldByCurrentThread() && waited(stripe)) {
            TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
                @Override
                public void afterCompletion(int status) {
                    stripe.unlock();
                }
            });
        }
    }

    private static boolean waited(ReentrantLock stripe) {
        try {
            return stripe.tryLock(PATIENCE_SECONDS, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }
}
