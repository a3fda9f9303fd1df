package app.pervius.server.outbound;

import app.pervius.server.due.Due;
import app.pervius.server.due.Look;
import app.pervius.server.store.Durable;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionalEventListener;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Carries what waits to the other side: as soon as what it follows from has committed, and again when it is due. Another side that is down
 * or slow holds up nothing but its own channel.
 */
@Component
class Carrier implements Look {

    private static final Logger LOG = LoggerFactory.getLogger(Carrier.class);
    private static final Duration EVERY = Duration.ofSeconds(20);
    /** So long a stop waits for what is being handed over. */
    private static final Duration LONGEST_FAREWELL = Duration.ofSeconds(5);
    private static final String KEY = "outbound";

    /** A channel with those who carry for it now. */
    private record Way(Channel channel, Semaphore hands, AtomicLong calls) {
    }

    private final Outbound outbound;
    private final Map<String, Way> ways;
    private final Durable durable;
    private final Due due;
    private final TransactionTemplate transaction;
    private final ExecutorService carriers = Executors.newVirtualThreadPerTaskExecutor();
    /** Whether this process does the server's work, and does not only look at a data directory. */
    private final boolean works;
    private volatile boolean working;
    /** It stops: nothing more is begun, by whoever looks neither. */
    private volatile boolean over;

    Carrier(Outbound outbound, List<Channel> channels, Durable durable, Due due, TransactionTemplate transaction,
            @Value("${pervius.working}") boolean works) {
        this.outbound = outbound;
        this.ways = channels.stream().map(c -> new Way(c, new Semaphore(c.sideBySide()), new AtomicLong()))
                .collect(Collectors.toMap(w -> w.channel().key(), Function.identity()));
        this.durable = durable;
        this.due = due;
        this.transaction = transaction;
        this.works = works;
    }

    @EventListener(ApplicationReadyEvent.class)
    @Order(10)
    void start() {
        if (!works) {
            return;
        }
        outbound.letGo();
        ways.values().forEach(way -> kept(way.channel()));
        over = false;
        working = true;
        ways.values().forEach(this::call);
    }

    /** Keeps what was handed over by a process that was killed before it could. */
    private void kept(Channel channel) {
        Set<String> known = channel.handedOver();
        if (!known.isEmpty()) {
            List<Parcel> waiting = Objects.requireNonNull(transaction.execute(status -> outbound.keyed(channel, known)));
            settle(channel, waiting, waiting.stream().collect(Collectors.toMap(Parcel::id, channel::over)));
        }
    }

    /** What is being handed over ends, and what became of it is kept, before anything is taken down: it would go twice otherwise. */
    @EventListener(ContextClosedEvent.class)
    void stop() {
        working = false;
        over = true;
        long end = System.nanoTime() + LONGEST_FAREWELL.toNanos();
        for (Way way : ways.values()) {
            try {
                int all = way.channel().sideBySide();
                if (way.hands().tryAcquire(all, Math.max(0, end - System.nanoTime()), TimeUnit.NANOSECONDS)) {
                    way.hands().release(all);
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return;
            }
        }
    }

    @TransactionalEventListener(Outbound.Filled.class)
    void somethingWaits(Outbound.Filled filled) {
        call(way(filled.channel()));
    }

    @Override
    public String key() {
        return KEY;
    }

    @Override
    public Duration every() {
        return EVERY;
    }

    /** Carries on this thread what is due, so that it is out when this returns, unless somebody carries it already. */
    @Override
    public void look() {
        ways.values().forEach(this::carry);
    }

    private Way way(String channel) {
        return Objects.requireNonNull(ways.get(channel), channel);
    }

    private void call(Way way) {
        way.calls().incrementAndGet();
        if (working && way.hands().tryAcquire()) {
            carriers.execute(() -> work(way));
        }
    }

    private void work(Way way) {
        long heard = 0;
        try {
            while (working && heard != way.calls().get()) {
                heard = way.calls().get();
                carry(way);
            }
        } catch (RuntimeException e) {
            LOG.warn("nothing could be sent on {}; it is tried again in {}", way.channel().key(), EVERY, e);
        } finally {
            way.hands().release();
        }
        // Who called after the last look and before the hand was free has found no hand.
        if (heard != way.calls().get() && working && way.hands().tryAcquire()) {
            carriers.execute(() -> work(way));
        }
    }

    private void carry(Way way) {
        Channel channel = way.channel();
        boolean more = channel.open();
        while (more && !over) {
            List<Parcel> parcels = Objects.requireNonNull(transaction.execute(status -> outbound.lease(channel)));
            if (parcels.isEmpty()) {
                return;
            }
            more = parcels.size() == channel.together();
            if (more && channel.sideBySide() > 1) {
                call(way);
            }
            // Another side that is down is not asked for the next batch; single ones may be for different ones.
            more &= hand(channel, parcels) || channel.together() == 1;
        }
    }

    /** Hands over what was leased; false if some of it could not be. */
    private boolean hand(Channel channel, List<Parcel> parcels) {
        // What goes out tells of something that must be on the disk first.
        durable.await();
        Map<Long, Outcome> outcomes = send(channel, parcels);
        List<Instant> again = settle(channel, parcels, outcomes);
        again.stream().min(Comparator.naturalOrder()).ifPresent(first -> due.by(KEY, first));
        return again.isEmpty();
    }

    /** Ends all of them at once, or else each by itself; gives when those that could not be handed over are tried again. */
    private List<Instant> settle(Channel channel, List<Parcel> parcels, Map<Long, Outcome> outcomes) {
        try {
            return Objects.requireNonNull(transaction.execute(status -> parcels.stream()
                    .flatMap(parcel -> outbound.settle(channel, parcel, outcome(outcomes, parcel)).stream()).toList()));
        } catch (RuntimeException e) {
            LOG.debug("{} are settled one by one", channel.key(), e);
            return parcels.stream().flatMap(parcel -> settle(channel, parcel, outcome(outcomes, parcel)).stream()).toList();
        }
    }

    private static Outcome outcome(Map<Long, Outcome> outcomes, Parcel parcel) {
        return outcomes.getOrDefault(parcel.id(), new Outcome.Failed("Nothing was said about it."));
    }

    private Optional<Instant> settle(Channel channel, Parcel parcel, Outcome outcome) {
        try {
            return inOne(channel, parcel, outcome);
        } catch (RuntimeException e) {
            LOG.warn("what became of {} {} could not be kept", channel.key(), parcel.key(), e);
            return inOne(channel, parcel, new Outcome.Failed("What became of it could not be kept here: " + e.getMessage()));
        }
    }

    private Optional<Instant> inOne(Channel channel, Parcel parcel, Outcome outcome) {
        return Objects.requireNonNull(transaction.execute(status -> outbound.settle(channel, parcel, outcome)));
    }

    private static Map<Long, Outcome> send(Channel channel, List<Parcel> parcels) {
        try {
            return channel.send(parcels);
        } catch (RuntimeException e) {
            LOG.warn("{} failed", channel.key(), e);
            Outcome failed = new Outcome.Failed(String.valueOf(e.getMessage()));
            return parcels.stream().collect(Collectors.toMap(Parcel::id, p -> failed));
        }
    }
}
