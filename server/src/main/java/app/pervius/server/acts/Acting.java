package app.pervius.server.acts;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * The act a call is, while the call is under way on this thread. Where something is said of it inside a transaction that writes, it is
 * written in that transaction: what was done is told if and only if it was done.
 */
public final class Acting {

    private static final ThreadLocal<@Nullable Acting> NOW = new ThreadLocal<>();

    /** Who acts, and from which address. */
    record By(@Nullable Long account, String name, String address) {
        static final By PERVIUS = new By(null, "Pervius", "");
    }

    private final ActKind kind;
    private final String says;
    private final By by;
    private final Consumer<Acting> writing;
    private final List<String> details = new ArrayList<>();
    private @Nullable Long project;
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

    private void add(String what) {
        if (!what.isEmpty()) {
            details.add(what);
        }
        if (TransactionSynchronizationManager.isActualTransactionActive()
                && !TransactionSynchronizationManager.isCurrentTransactionReadOnly()
                && !TransactionSynchronizationManager.hasResource(this)) {
            TransactionSynchronizationManager.bindResource(this, true);
            TransactionSynchronizationManager.registerSynchronization(new AtTheEnd());
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

        @Override
        public void beforeCommit(boolean readOnly) {
            writing.accept(Acting.this);
        }

        @Override
        public void afterCommit() {
            written = true;
        }

        @Override
        public void suspend() {
            TransactionSynchronizationManager.unbindResourceIfPossible(Acting.this);
        }

        @Override
        public void resume() {
            TransactionSynchronizationManager.bindResource(Acting.this, true);
        }

        @Override
        public void afterCompletion(int status) {
            TransactionSynchronizationManager.unbindResourceIfPossible(Acting.this);
            details.clear();
        }
    }
}
