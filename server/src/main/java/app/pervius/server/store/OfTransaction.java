package app.pervius.server.store;

import java.util.LinkedHashSet;
import java.util.Set;
import java.util.function.Consumer;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * What a transaction gathers as it goes, each thing once, and does when it ends; without a transaction it is done at once. However much it
 * is, the transaction is asked to remember one thing only. A transaction within another has its own.
 */
public final class OfTransaction<T> {

    private final Consumer<T> work;
    private final boolean beforeCommit;

    private OfTransaction(Consumer<T> work, boolean beforeCommit) {
        this.work = work;
        this.beforeCommit = beforeCommit;
    }

    /** Done within the transaction, before it commits; what that adds is done, too. */
    public static <T> OfTransaction<T> beforeCommit(Consumer<T> work) {
        return new OfTransaction<>(work, true);
    }

    /** Done once it has committed; not at all if it does not. */
    public static <T> OfTransaction<T> afterCommit(Consumer<T> work) {
        return new OfTransaction<>(work, false);
    }

    public void add(T one) {
        if (!TransactionSynchronizationManager.isSynchronizationActive()) {
            work.accept(one);
            return;
        }
        @SuppressWarnings("unchecked")
        Set<T> known = (Set<T>) TransactionSynchronizationManager.getResource(this);
        if (known == null) {
            known = new LinkedHashSet<>();
            TransactionSynchronizationManager.bindResource(this, known);
            TransactionSynchronizationManager.registerSynchronization(new AtTheEnd(known));
        }
        known.add(one);
    }

    private final class AtTheEnd implements TransactionSynchronization {
        private final Set<T> gathered;

        AtTheEnd(Set<T> gathered) {
            this.gathered = gathered;
        }

        @Override
        public void suspend() {
            TransactionSynchronizationManager.unbindResourceIfPossible(OfTransaction.this);
        }

        @Override
        public void resume() {
            TransactionSynchronizationManager.bindResource(OfTransaction.this, gathered);
        }

        @Override
        public void beforeCommit(boolean readOnly) {
            while (beforeCommit && !gathered.isEmpty()) {
                Set<T> some = new LinkedHashSet<>(gathered);
                gathered.clear();
                some.forEach(work);
            }
        }

        @Override
        public void afterCommit() {
            if (!beforeCommit) {
                gathered.forEach(work);
            }
        }

        @Override
        public void afterCompletion(int status) {
            TransactionSynchronizationManager.unbindResourceIfPossible(OfTransaction.this);
        }
    }
}
