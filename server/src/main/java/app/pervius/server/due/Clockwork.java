package app.pervius.server.due;

import app.pervius.server.store.Durable;
import app.pervius.server.store.DurableConnections;
import app.pervius.server.store.Instance;
import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.SchedulerBuilder;
import com.github.kagkarlsson.scheduler.SchedulerName;
import com.github.kagkarlsson.scheduler.event.AbstractSchedulerListener;
import com.github.kagkarlsson.scheduler.exceptions.TaskInstanceException;
import com.github.kagkarlsson.scheduler.jdbc.DefaultJdbcCustomization;
import com.github.kagkarlsson.scheduler.task.ExecutionComplete;
import com.github.kagkarlsson.scheduler.task.TaskInstanceId;
import com.github.kagkarlsson.scheduler.task.helper.CustomTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.NavigableSet;
import java.util.Objects;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentSkipListSet;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Runs the looks by the clock. Each is a row of db-scheduler's, so that of several processes one does it, and what a dead one had in hand
 * is taken over. Off while a data directory is only looked at, and where a test turns the clock by hand.
 */
@Component
class Clockwork {

    private static final Logger LOG = LoggerFactory.getLogger(Clockwork.class);
    private static final String ONLY = "only";
    private static final int THREADS = 4;
    private static final Duration LOOK_FOR_DUE_ONES = Duration.ofSeconds(1);
    private static final Duration SIGN_OF_LIFE = Duration.ofSeconds(10);
    private static final Duration LONGEST_FAREWELL = Duration.ofSeconds(15);

    private final Due due;
    private final DurableConnections connections;
    private final JdbcClient jdbc;
    private final TransactionTemplate transaction;
    private final Instance instance;
    private final boolean on;
    private final Map<String, Look> looks = new ConcurrentHashMap<>();
    /** When looks are wanted beside the regular ones. */
    private final Map<String, NavigableSet<Instant>> wanted = new ConcurrentHashMap<>();
    private final SteadyClock clock = new SteadyClock();
    private @Nullable Scheduler scheduler;

    Clockwork(Due due, DataSource database, Durable durable, JdbcClient jdbc, TransactionTemplate transaction, Instance instance,
            @Value("${pervius.clockwork}") boolean on) {
        this.on = on;
        this.due = due;
        this.connections = new DurableConnections(database, durable);
        this.jdbc = jdbc;
        this.transaction = transaction;
        this.instance = instance;
    }

    @EventListener(ApplicationReadyEvent.class)
    @Order(20)
    void start() {
        if (!on) {
            return;
        }
        // What this process had in hand when it was killed, it has no longer.
        transaction.executeWithoutResult(status -> jdbc.sql("update scheduled_tasks set picked = false, picked_by = null, "
                + "last_heartbeat = null, version = version + 1 where picked_by = ?").param(instance.name()).update());
        due.all().forEach((key, look) -> {
            looks.put(key, look);
            wanted.put(key, new ConcurrentSkipListSet<>());
        });
        Scheduler made = new BySteadyClock(connections, clock).startTasks(due.all().values().stream().map(this::task).toList())
                .threads(THREADS).schedulerName(new SchedulerName.Fixed(instance.name())).pollingInterval(LOOK_FOR_DUE_ONES)
                .heartbeatInterval(SIGN_OF_LIFE).shutdownMaxWait(LONGEST_FAREWELL)
                // Moments are kept with their zone, as H2 does; nothing of the database's own is needed.
                .jdbcCustomization(new DefaultJdbcCustomization(false))
                .addSchedulerListener(new AfterEach()).build();
        scheduler = made;
        made.start();
        looks.keySet().forEach(key -> within(key, Duration.ZERO));
    }

    /** Before anything that the looks use is taken down. */
    @EventListener(org.springframework.context.event.ContextClosedEvent.class)
    void stop() {
        Scheduler running = scheduler;
        scheduler = null;
        if (running != null) {
            running.stop();
        }
    }

    private CustomTask<Void> task(Look look) {
        return Tasks.custom(look.key(), Void.class).scheduleOnStartup(ONLY, null, now -> now).execute((one, context) -> {
            wanted(look.key()).headSet(clock.now(), true).clear();
            Due.look(look);
            return (complete, operations) -> operations.reschedule(complete, next(look));
        });
    }

    private Instant next(Look look) {
        Instant regular = clock.now().plus(look.every());
        return wanted(look.key()).stream().findFirst().filter(regular::isAfter).orElse(regular);
    }

    private NavigableSet<Instant> wanted(String key) {
        return Objects.requireNonNull(wanted.get(key), key);
    }

    /** Has a look happen within this time from now. */
    void within(String key, Duration time) {
        Scheduler running = scheduler;
        if (running == null || Objects.requireNonNull(looks.get(key), key).every().compareTo(time) < 0) {
            return;
        }
        wanted(key).add(clock.now().plus(time.isNegative() ? Duration.ZERO : time));
        bringForward(running, key);
    }

    /** Has the row of a look say when it is wanted first; one that is under way says so itself once it has ended. */
    private void bringForward(Scheduler running, String key) {
        TaskInstanceId look = TaskInstanceId.of(key, ONLY);
        wanted(key).stream().findFirst().ifPresent(first -> {
            try {
                running.getScheduledExecution(look).filter(its -> !its.isPicked() && its.getExecutionTime().isAfter(first))
                        .ifPresent(its -> running.reschedule(look, first));
            } catch (TaskInstanceException e) {
                LOG.debug("{} is under way", key, e);
            }
        });
    }

    /** Who wanted a look between the end of one and what that wrote of the next has found it still under way. */
    private final class AfterEach extends AbstractSchedulerListener {
        @Override
        public void onExecutionComplete(ExecutionComplete ended) {
            Scheduler running = scheduler;
            if (running != null) {
                bringForward(running, ended.getExecution().taskInstance.getTaskName());
            }
        }
    }

    /** The library has no other way to give it a clock. */
    private static final class BySteadyClock extends SchedulerBuilder {
        BySteadyClock(DataSource connections, SteadyClock steady) {
            super(connections, List.of());
            clock = steady;
        }
    }
}
