package app.pervius.server.store;

import jakarta.persistence.EntityManagerFactory;
import org.springframework.orm.jpa.JpaTransactionManager;
import org.springframework.transaction.support.DefaultTransactionStatus;

/**
 * Commits, and where the thread answers a person (see {@link #onThisThread}), returns only when the commit is on the disk.
 * Stations need not wait: what a power cut undoes there is done again.
 */
public class DurableAnswers extends JpaTransactionManager {

    private static final ScopedValue<Boolean> ANSWERING = ScopedValue.newInstance();

    private final transient DiskFlush flush;

    public DurableAnswers(EntityManagerFactory factory, DiskFlush flush) {
        super(factory);
        this.flush = flush;
    }

    /** Runs {@code work} so that every commit in it is durable before it returns. */
    public static <T, X extends Throwable> T onThisThread(ScopedValue.CallableOp<T, X> work) throws X {
        return ScopedValue.where(ANSWERING, true).call(work);
    }

    @Override
    protected void doCommit(DefaultTransactionStatus status) {
        super.doCommit(status);
        if (!status.isReadOnly() && ANSWERING.isBound()) {
            flush.await();
        }
    }
}
