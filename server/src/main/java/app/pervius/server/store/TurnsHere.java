package app.pervius.server.store;

import java.util.Arrays;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.ReentrantLock;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** Turns within this process, for H2: it has whoever finds a row locked sleep for some milliseconds and ask again. */
public final class TurnsHere implements Turns {

    private static final int STRIPES = 512;
    private static final long PATIENCE_SECONDS = 5;

    private final ReentrantLock[] stripes = new ReentrantLock[STRIPES];

    public TurnsHere() {
        for (int i = 0; i < STRIPES; i++) {
            stripes[i] = new ReentrantLock();
        }
    }

    @Override
    public void take(Object row) {
        ReentrantLock stripe = stripes[Math.floorMod(row.hashCode(), STRIPES)];
        if (!stripe.isHeldByCurrentThread() && waited(stripe)) {
            TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
                @Override
                public void afterCompletion(int status) {
                    stripe.unlock();
                }
            });
        }
    }

    @Override
    public boolean wanted() {
        return Arrays.stream(stripes).anyMatch(stripe -> stripe.isHeldByCurrentThread() && stripe.hasQueuedThreads());
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
