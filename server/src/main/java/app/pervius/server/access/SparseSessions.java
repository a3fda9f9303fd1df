package app.pervius.server.access;

import java.time.Duration;
import java.time.Instant;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.session.Session;
import org.springframework.session.SessionRepository;

/**
 * Sessions of a store, with what Pervius asks of them: none lasts longer than the longest life, calls that nobody asked for (a
 * screen that brings itself up to date) do not keep one alive, and that one was used is written down once in a while only, so
 * that reading stays reading.
 */
class SparseSessions<S extends Session> implements SessionRepository<SparseSessions.Kept<S>> {

    /** The header of calls nobody asked for. */
    static final String UNATTENDED = "Pervius-Unattended";
    /** Uses closer together than this are one. */
    private static final Duration SPARSE = Duration.ofSeconds(20);
    /** Whether this thread answers a call nobody asked for; see {@link UnattendedFilter}. */
    static final ThreadLocal<Boolean> UNATTENDED_NOW = ThreadLocal.withInitial(() -> false);

    private final SessionRepository<S> store;
    private final SessionTransactions transactions;
    private final Duration longest;

    SparseSessions(SessionRepository<S> store, SessionTransactions transactions, Duration longest) {
        this.store = store;
        this.transactions = transactions;
        this.longest = longest;
    }

    @Override
    public Kept<S> createSession() {
        return new Kept<>(store.createSession());
    }

    @Override
    public void save(Kept<S> session) {
        store.save(session.kept);
    }

    @Override
    public @Nullable Kept<S> findById(String id) {
        S found = transactions.reading(() -> store.findById(id));
        if (found == null) {
            return null;
        }
        if (found.getCreationTime().plus(longest).isBefore(Instant.now())) {
            store.deleteById(id);
            return null;
        }
        return new Kept<>(found);
    }

    @Override
    public void deleteById(String id) {
        store.deleteById(id);
    }

    /** A session of the store. */
    static final class Kept<S extends Session> implements Session {
        private final S kept;

        Kept(S kept) {
            this.kept = kept;
        }

        @Override
        public String getId() {
            return kept.getId();
        }

        @Override
        public String changeSessionId() {
            return kept.changeSessionId();
        }

        @Override
        public <T> @Nullable T getAttribute(String name) {
            return kept.getAttribute(name);
        }

        @Override
        public Set<String> getAttributeNames() {
            return kept.getAttributeNames();
        }

        @Override
        public void setAttribute(String name, @Nullable Object value) {
            if (value == null) {
                kept.removeAttribute(name);
            } else {
                kept.setAttribute(name, value);
            }
        }

        @Override
        public void removeAttribute(String name) {
            kept.removeAttribute(name);
        }

        @Override
        public Instant getCreationTime() {
            return kept.getCreationTime();
        }

        @Override
        public void setLastAccessedTime(Instant now) {
            if (!UNATTENDED_NOW.get() && kept.getLastAccessedTime().plus(SPARSE).isBefore(now)) {
                kept.setLastAccessedTime(now);
            }
        }

        @Override
        public Instant getLastAccessedTime() {
            return kept.getLastAccessedTime();
        }

        @Override
        public void setMaxInactiveInterval(Duration interval) {
            kept.setMaxInactiveInterval(interval);
        }

        @Override
        public Duration getMaxInactiveInterval() {
            return kept.getMaxInactiveInterval();
        }

        @Override
        public boolean isExpired() {
            return kept.isExpired();
        }
    }
}
