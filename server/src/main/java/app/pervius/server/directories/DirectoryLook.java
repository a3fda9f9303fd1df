package app.pervius.server.directories;

import app.pervius.server.due.Due;
import app.pervius.server.due.Look;
import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Has every directory looked at as often as it says. Each is looked at by a thread of its own: a network share that does not answer
 * holds up no other, and is asked again once it has.
 */
@Component
class DirectoryLook implements Look {

    static final String KEY = "directories";
    private static final Logger LOG = LoggerFactory.getLogger(DirectoryLook.class);
    private static final Duration EVERY = Duration.ofSeconds(20);
    /** How long looks are waited for before what comes next goes on without them. */
    private static final Duration PATIENCE = Duration.ofSeconds(10);

    private final DirectoryBook book;
    private final TakingFiles taking;
    private final Signals signals;
    private final Due due;
    private final InstantSource clock;
    private final ExecutorService lookers = Executors.newCachedThreadPool(Thread.ofPlatform().daemon().name("directory-", 1).factory());
    private final Map<Long, Future<?>> underWay = new ConcurrentHashMap<>();

    DirectoryLook(DirectoryBook book, TakingFiles taking, Signals signals, Due due, InstantSource clock) {
        this.book = book;
        this.taking = taking;
        this.signals = signals;
        this.due = due;
        this.clock = clock;
    }

    @Override
    public String key() {
        return KEY;
    }

    @Override
    public Duration every() {
        return EVERY;
    }

    @Override
    public void look() {
        List<Directory> all = book.all().stream().filter(Directory::switchedOn).toList();
        signals.listenTo(all, id -> due.by(KEY, clock.instant()));
        List<Future<?>> begun = new ArrayList<>();
        for (Directory directory : all) {
            Instant next = taking.next(directory);
            // Asked first: what was heard is heard no more once it is looked for.
            boolean heard = signals.heard(directory.id());
            if (heard || next == null || !clock.instant().isBefore(next)) {
                begun.add(begin(directory));
            }
        }
        long end = System.nanoTime() + PATIENCE.toNanos();
        begun.forEach(look -> await(look, end));
        all.stream().map(taking::next).filter(Objects::nonNull).min(Comparator.naturalOrder()).ifPresent(next -> due.by(KEY, next));
    }

    /** Something about directories has been set: they are looked at as soon as it has committed. */
    void soon() {
        due.by(KEY, clock.instant());
    }

    /** Looks at one at once, whatever it says of how often, and waits for that for a while. */
    void now(Directory directory) {
        await(begin(directory), System.nanoTime() + PATIENCE.toNanos());
    }

    private Future<?> begin(Directory directory) {
        return Objects.requireNonNull(underWay.compute(directory.id(), (id, before) -> before != null && !before.isDone() ? before
                : lookers.submit(() -> taking.look(directory))));
    }

    private static void await(Future<?> look, long end) {
        try {
            look.get(Math.max(0, end - System.nanoTime()), TimeUnit.NANOSECONDS);
        } catch (TimeoutException e) {
            LOG.info("a directory takes long to look at; the others go on");
        } catch (ExecutionException e) {
            LOG.warn("a directory could not be looked at", e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** No more begin; one that is under way may be in the database and is not interrupted. */
    @PreDestroy
    void close() {
        lookers.shutdown();
    }
}
