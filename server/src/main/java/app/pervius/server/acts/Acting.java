package app.pervius.server.acts;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.springframework.transaction.TransactionExecution;
import org.springframework.transaction.TransactionExecutionListener;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * The act a call is, while the call is under way on this thread. Once something is said of it, it is written in the transaction that is
 * under way, or else in the next one that writes: what was done is told if and only if it was done.
 */
public final class Acting {

    private static final ThreadLocal<@Nullable Acting> NOW = new ThreadLocal<>();

    /** Who acts, and from which address. */
    record By(@Nullable Long account, String name, String address) {
        static final By PERVIUS = new By(null, "Pervius", "");
    }

    private final ActKind kind;
    private final String says;
    private By by;
    private final Consumer<Acting> writing;
    private final List<String> details = new ArrayList<>();
    private @Nullable Long project;
    /** A transaction is under way that writes it. */
    private boolean joined;
    /** Something was said of it that is not written yet. */
    private boolean said;
    private boolean written;

    Acting(ActKind kind, String says, By by, @Nullable Long project, Consumer<Acting> writing) {
        this.kind = kind;
        this.says = says;
        this.by = by;
        this.project = project;
        this.writing = writing;
    }

    /** What the act under way is done to, in words; nothing happens where none is under way, as with what Pervius does by itself. */
    public static void to(String what) {
        Acting acting = NOW.get();
        if (acting != null) {
            acting.add(what);
        }
    }

    /** The same, in a project. */
    public static void to(long project, String what) {
        Acting acting = NOW.get();
        if (acting != null) {
            acting.project = project;
            acting.add(what);
        }
    }

    /** Who does the act under way, where nobody was signed in when it began. */
    public static void by(long account, String name) {
        Acting acting = NOW.get();
        if (acting != null && acting.by.account == null) {
            acting.by = new By(account, name, acting.by.address);
        }
    }

    private void add(String what) {
        said = true;
        if (TransactionSynchronizationManager.isActualTransactionActive()
                && !TransactionSynchronizationManager.isCurrentTransactionReadOnly()) {
            join();
        }
        if (!what.isEmpty()) {
            details.add(what);
        }
    }

    private void join() {
        if (!joined) {
            joined = true;
            TransactionSynchronizationManager.registerSynchronization(new AtTheEnd(details.size()));
        }
    }

    /** Has what was said before a transaction be written with it. */
    static final class WithTheNext implements TransactionExecutionListener {

        @Override
        public void afterBegin(TransactionExecution transaction, @Nullable Throwable failure) {
            Acting acting = NOW.get();
            if (acting != null && acting.said && failure == null && !transaction.isReadOnly()) {
                acting.join();
            }
        }
    }

    void begin() {
        NOW.set(this);
    }

    /** On this thread it is under way no longer; if it goes on elsewhere, it is the same act. */
    static void leave() {
        NOW.remove();
    }

    boolean written() {
        return written;
    }

    ActKind kind() {
        return kind;
    }

    By by() {
        return by;
    }

    @Nullable Long project() {
        return project;
    }

    String sentence() {
        return details.isEmpty() ? says : says + ": " + String.join("; ", details);
    }

    private final class AtTheEnd implements TransactionSynchronization {

        private final int saidBefore;

        AtTheEnd(int saidBefore) {
            this.saidBefore = saidBefore;
        }

        @Override
        public void beforeCommit(boolean readOnly) {
            writing.accept(Acting.this);
        }

        @Override
        public void afterCompletion(int status) {
            joined = false;
            if (status == STATUS_COMMITTED) {
                written = true;
                said = false;
                details.clear();
            } else {
                // What was said of what did not happen; it is said anew if it is tried again.
                details.subList(saidBefore, details.size()).clear();
            }
        }
    }
}
