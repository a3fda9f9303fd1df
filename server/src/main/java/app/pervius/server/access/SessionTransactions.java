package app.pervius.server.access;

import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.transaction.support.TransactionCallback;
import org.springframework.transaction.support.TransactionOperations;

/**
 * The transactions of the store of sessions. Every call looks its session up, which is one statement and needs no transaction: one that
 * may write would hold up the disk for those who do, and be held up by them. What else the store does has its own.
 */
final class SessionTransactions implements TransactionOperations {

    private final TransactionOperations writing;
    /** Whether the next thing this thread does with the store only reads. */
    private final ThreadLocal<Boolean> reads = ThreadLocal.withInitial(() -> false);

    SessionTransactions(TransactionOperations writing) {
        this.writing = writing;
    }

    /** Looks something up; whatever the store does after that is a transaction again. */
    <T extends @Nullable Object> T reading(Supplier<T> lookUp) {
        reads.set(true);
        try {
            return lookUp.get();
        } finally {
            reads.remove();
        }
    }

    @Override
    public <T extends @Nullable Object> T execute(TransactionCallback<T> action) {
        if (reads.get()) {
            reads.remove();
            return TransactionOperations.withoutTransaction().execute(action);
        }
        return writing.execute(action);
    }
}
