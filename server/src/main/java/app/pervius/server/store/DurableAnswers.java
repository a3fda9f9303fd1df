package app.pervius.server.store;

import jakarta.persistence.EntityManagerFactory;
import org.springframework.jdbc.datasource.JdbcTransactionObjectSupport;
import org.springframework.orm.jpa.JpaTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.DefaultTransactionStatus;

/**
 * Commits, and where the thread answers a person (see {@link #onThisThread}), returns only when the commit is on the disk.
 * Stations need not wait: what a power cut undoes there is done again. How a commit gets there is the business of {@link Durable}.
 */
public class DurableAnswers extends JpaTransactionManager {

    private static final ScopedValue<Boolean> ANSWERING = ScopedValue.newInstance();

    private final transient Durable durable;
    private final transient Runnable mayWrite;
    private final transient Changes changes;

    public DurableAnswers(EntityManagerFactory factory, Durable durable) {
        this(factory, durable, () -> { }, new Changes());
    }

    /**
     * @param mayWrite asked as each transaction that writes begins; throws where none may begin any more
     * @param changes told of each that was committed
     */
    public DurableAnswers(EntityManagerFactory factory, Durable durable, Runnable mayWrite, Changes changes) {
        super(factory);
        this.durable = durable;
        this.mayWrite = mayWrite;
        this.changes = changes;
    }

    /** Runs {@code work} so that every commit in it is durable before it returns. */
    public static <T, X extends Throwable> T onThisThread(ScopedValue.CallableOp<T, X> work) throws X {
        return ScopedValue.where(ANSWERING, true).call(work);
    }

    @Override
    protected void doBegin(Object transaction, TransactionDefinition definition) {
        if (definition.isReadOnly()) {
            super.doBegin(transaction, definition);
            return;
        }
        durable.begin();
        try {
            mayWrite.run();
            super.doBegin(transaction, definition);
        } catch (Throwable e) {
            durable.end();
            throw e;
        }
    }

    /** Counted before anybody is told of it: whoever then asks whether something has changed is told that it has. */
    @Override
    protected void doCommit(DefaultTransactionStatus status) {
        try {
            super.doCommit(status);
        } finally {
            if (!status.isReadOnly()) {
                changes.happened();
            }
        }
    }

    @Override
    protected void doCleanupAfterCompletion(Object transaction) {
        super.doCleanupAfterCompletion(transaction);
        if (((JdbcTransactionObjectSupport) transaction).isReadOnly()) {
            return;
        }
        durable.end();
        // One within another is on the disk when that one is: it could not wait for the end of that one.
        if (ANSWERING.isBound() && !durable.withinOne()) {
            durable.await();
        }
    }
}
