package app.pervius.server.live;

import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Tells the same again at growing distances while it keeps changing, so that what takes long does not make everybody ask all the time: at
 * once the first time, then each time after twice as long, up to a limit. What came for somebody is never held back. For one thread.
 */
final class Calm {

    /** How long after the first time the same is told again. */
    private static final Duration FIRST = Duration.ofMillis(300);

    /** When something was told last, and how long it is held back since, in nanoseconds. */
    private record Told(long at, long gap) {
        long left(long now) {
            return at + gap - now;
        }
    }

    private final Map<Change, Told> told = new HashMap<>();
    private final Set<Change> held = new LinkedHashSet<>();

    /**
     * What is told now, of what has changed and of what was held back.
     *
     * @param now by {@link System#nanoTime}
     * @param longest the most by which anything is held back
     */
    List<Change> ready(Set<Change> changed, long now, Duration longest) {
        held.addAll(changed);
        told.values().removeIf(its -> its.left(now) < -its.gap());
        List<Change> ready = new ArrayList<>();
        for (Change change : held) {
            Told before = told.get(change);
            if (before == null || before.left(now) <= 0) {
                ready.add(change);
                if (change.topic() != Live.Topic.TRAY) {
                    long gap = before == null ? FIRST.toNanos() : 2 * before.gap();
                    told.put(change, new Told(now, Math.min(gap, longest.toNanos())));
                }
            }
        }
        ready.forEach(held::remove);
        return ready;
    }

    /** How many nanoseconds until something held back is to be told; very many if nothing is. */
    long next(long now) {
        return held.stream().mapToLong(change -> {
            Told before = told.get(change);
            return before == null ? 0 : before.left(now);
        }).min().orElse(Long.MAX_VALUE);
    }
}
