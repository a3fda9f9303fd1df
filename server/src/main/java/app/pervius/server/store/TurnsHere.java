package app.pervius.server.store;

import java.util.ArrayList;
import java.util.List;
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
        Taken taken = (Taken) TransactionSynchronizationManager.getResource(this);
        if (!stripe.isHeldByCurrentThread() && (taken != null && NEVER_BOTH.orElse(false) ? atOnce(stripe, row) : waited(stripe))) {
            if (taken == null) {
                taken = new Taken();
                TransactionSynchronizationManager.bindResource(this, taken);
                TransactionSynchronizationManager.registerSynchronization(taken);
            }
            taken.stripes.add(stripe);
        }
    }

    @Override
    public boolean wanted() {
        Taken taken = (Taken) TransactionSynchronizationManager.getResource(this);
        return taken != null && taken.stripes.stream().anyMatch(ReentrantLock::hasQueuedThreads);
    }

    /** The turns of one transaction. */
    private final class Taken implements TransactionSynchronization {
        private final List<ReentrantLock> stripes = new ArrayList<>();

        @Override
        public void suspend() {
            TransactionSynchronizationManager.unbindResource(TurnsHere.this);
        }

        @Override
        public void resume() {
            TransactionSynchronizationManager.bindResource(TurnsHere.this, this);
        }

        @Override
        public void afterCompletion(int status) {
            TransactionSynchronizationManager.unbindResourceIfPossible(TurnsHere.this);
            stripes.forEach(ReentrantLock::unlock);
        }
    }

    private static boolean atOnce(ReentrantLock stripe, Object row) {
        if (!stripe.tryLock()) {
            throw new Crossed(row);
        }
        return true;
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
