package app.pervius.server.store;

import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * What is asked for at every station and seldom changes, remembered as it was read, until a transaction says it changes it.
 * From then until that transaction has ended nothing is remembered and everybody reads for himself, so nobody sees what is
 * not committed, or what no longer is. Values must be immutable. One process has a data directory, so one memory is enough.
 */
public final class Remembered<K, V> {

    private final Map<K, V> known = new ConcurrentHashMap<>();
    private int changing;
    private int changes;

    /** The value of {@code key}, by {@code read} if it is not remembered. */
    public V get(K key, Supplier<V> read) {
        return find(key, () -> Optional.of(read.get())).orElseThrow();
    }

    /** The same where there may be none; that there is none is not remembered. */
    public Optional<V> find(K key, Supplier<Optional<V>> read) {
        V there = known.get(key);
        if (there != null) {
            return Optional.of(there);
        }
        int before = changes();
        Optional<V> value = read.get();
        value.ifPresent(v -> keep(key, v, before));
        return value;
    }

    /** The current transaction changes what is remembered. */
    public void changed() {
        begin();
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCompletion(int status) {
                end();
            }
        });
    }

    private synchronized int changes() {
        return changes;
    }

    private synchronized void keep(K key, V value, int readAt) {
        if (changing == 0 && changes == readAt) {
            known.put(key, value);
        }
    }

    private synchronized void begin() {
        changing++;
        changes++;
        known.clear();
    }

    private synchronized void end() {
        changing--;
        changes++;
    }
}
