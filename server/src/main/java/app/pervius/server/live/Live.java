package app.pervius.server.live;

import app.pervius.server.access.Accounts;
import app.pervius.server.access.Actor;
import app.pervius.server.access.Sessions;
import app.pervius.server.store.OfTransaction;
import jakarta.annotation.PostConstruct;
import java.time.Duration;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Lazy;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Tells open browsers what has changed, so that they ask again where they show it: an event names things, it carries no content. What
 * changes within a short while is told together, what keeps changing less and less often, and each browser only of what its account may
 * see then. A browser that cannot keep up is told once that it has missed something.
 */
@Component
public class Live {

    /** The kinds of thing that change; what came for somebody is told to that person alone, of comments the reviewing side. */
    public enum Topic { FOLDER, PASSAGE, REVIEW, COMMENT, RULES, NUMBERS, PEOPLE, MAIL, TRAY, DEVICE }

    private static final Logger LOG = LoggerFactory.getLogger(Live.class);
    /** How long changes are gathered before they are told. */
    private static final Duration GATHERED = Duration.ofMillis(150);
    /** By how much what keeps changing is held back at most for each who listens, and for how many. */
    private static final Duration HELD_BACK_EACH = Duration.ofMillis(10);
    private static final int MOST_HELD_BACK_FOR = 500;
    /** One browser needs one, however many tabs it has. */
    private static final int MOST_OF_ONE = 10;
    /** Where many listen they ask again one after the other: each for itself within so long. */
    private static final int SPREAD_MILLIS_EACH = 2;
    private static final int MOST_SPREAD_MILLIS = 1000;

    private final Set<Listener> listeners = ConcurrentHashMap.newKeySet();
    private final BlockingQueue<Change> gathered = new LinkedBlockingQueue<>();
    private final OfTransaction<Change> committed = OfTransaction.afterCommit(gathered::add);
    private volatile boolean stopping;
    private final Accounts accounts;
    private final Sessions sessions;
    private final AskedByThemselves asked;

    Live(@Lazy Accounts accounts, @Lazy Sessions sessions, AskedByThemselves asked) {
        this.accounts = accounts;
        this.sessions = sessions;
        this.asked = asked;
    }

    @PostConstruct
    void start() {
        Thread.ofVirtual().name("live").start(this::work);
    }

    /** Tells of a change once the current transaction has committed; soon if there is none. */
    public void changed(Change change) {
        committed.add(change);
    }

    /** Tells the browsers of a person of a project that something has come for it, once the current transaction has committed. */
    public void came(long project, long person) {
        changed(new Change(project, null, Topic.TRAY, person));
    }

    private void work() {
        Calm calm = new Calm();
        try {
            while (!stopping) {
                Set<Change> some = new LinkedHashSet<>();
                Change first = gathered.poll(calm.next(System.nanoTime()), TimeUnit.NANOSECONDS);
                long until = System.nanoTime() + GATHERED.toNanos();
                for (Change next = first; next != null; next = more(until)) {
                    some.add(next);
                }
                List<Change> ready = calm.ready(some, System.nanoTime(), longest());
                if (!ready.isEmpty()) {
                    tell(ready);
                }
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private @Nullable Change more(long until) throws InterruptedException {
        return gathered.poll(until - System.nanoTime(), TimeUnit.NANOSECONDS);
    }

    /** How long what keeps changing is held back: the longer, the more listen. */
    private Duration longest() {
        return HELD_BACK_EACH.multipliedBy(Math.min(listeners.size(), MOST_HELD_BACK_FOR));
    }

    /** Whatever goes wrong with one, the others are told, and what comes next is. */
    private void tell(List<Change> some) {
        for (Listener listener : listeners) {
            try {
                listener.offer(some);
            } catch (RuntimeException e) {
                LOG.warn("a browser of account {} could not be told what has changed; it asks for everything anew", listener.account, e);
                listener.misses();
            }
        }
    }

    /** Begins to tell a browser; of too many of one account the oldest ends. */
    SseEmitter listen(Actor actor, String session) {
        SseEmitter emitter = new SseEmitter(0L);
        Listener listener = new Listener(actor.account(), session, emitter, this);
        listeners.add(listener);
        List<Listener> own = listeners.stream().filter(l -> l.account == actor.account()).sorted(Comparator.comparing(l -> l.began))
                .toList();
        own.subList(0, Math.max(0, own.size() - MOST_OF_ONE)).forEach(Listener::end);
        emitter.onCompletion(() -> listeners.remove(listener));
        emitter.onError(e -> listeners.remove(listener));
        Thread.ofVirtual().name("live-" + actor.account()).start(listener::run);
        if (stopping) {
            listener.end();
        }
        return emitter;
    }

    /** A server that stops does not wait for those who listen. */
    @EventListener(ContextClosedEvent.class)
    void stop() {
        stopping = true;
        gathered.add(new Change(0, null, Topic.PEOPLE, 0));
        listeners.forEach(Listener::end);
    }

    /** What a session heard ends with it. */
    @EventListener
    void ended(Sessions.Ended ended) {
        listeners.stream().filter(l -> l.session.equals(ended.session())).forEach(Listener::end);
    }

    boolean listens(Listener listener) {
        return listeners.contains(listener);
    }

    void leaves(Listener listener) {
        listeners.remove(listener);
    }

    /** Over how many milliseconds browsers spread what they ask again: the longer, the more still wait for what they asked before. */
    int spread() {
        return Math.min(MOST_SPREAD_MILLIS, (listeners.size() - 1) * SPREAD_MILLIS_EACH) + 2 * asked.behindMillis();
    }

    Accounts accounts() {
        return accounts;
    }

    Sessions sessions() {
        return sessions;
    }
}
