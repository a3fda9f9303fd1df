package app.pervius.server.store;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Nothing but the database is waited for inside a transaction that writes: while one is under way nobody's answer can be made durable.
 * Whoever is about to open a file, ask another system or read a PDF says so here. Where assertions are on, as in tests, it fails;
 * elsewhere it is logged and goes on.
 */
public final class Outside {

    private static final Logger LOG = LoggerFactory.getLogger(Outside.class);
    private static final boolean STRICT = Outside.class.desiredAssertionStatus();

    private Outside() {
    }

    /** @param what is about to be done, as “opens a PDF” */
    public static void world(String what) {
        if (!TransactionSynchronizationManager.isActualTransactionActive()
                || TransactionSynchronizationManager.isCurrentTransactionReadOnly()) {
            return;
        }
        IllegalStateException fault = new IllegalStateException("a transaction that writes " + what);
        if (STRICT) {
            throw fault;
        }
        LOG.warn("everybody waits meanwhile", fault);
    }
}
