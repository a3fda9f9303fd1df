package app.pervius.server.passages;

import app.pervius.core.passage.Station;
import app.pervius.server.due.Due;
import app.pervius.server.due.Look;
import app.pervius.server.messages.Messages;
import app.pervius.server.store.Turns;
import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Objects;
import java.util.OptionalInt;
import java.util.Set;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.LinkedBlockingQueue;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Takes passages from station to station. A submission is in one worker's hand at a time, so its revisions are numbered in
 * the order they came and what is told of them is told together; several submissions go on side by side. Of several processes
 * one has it in hand, by a lease on its row. Woken after each commit that gives it something to do; a slow look picks up what
 * a crash left.
 */
@Component
public class Engine implements Look {

    private static final Logger LOG = LoggerFactory.getLogger(Engine.class);
    private static final int TRIES = 3;
    private static final long STOP = -1;
    /** Well before the lease of a submission is over. */
    private static final Duration KEPT_AFTER = Duration.ofSeconds(20);
    private static final Duration AGAIN_AFTER_A_FAULT = Duration.ofSeconds(3);
    private static final String KEY = "passages";
    /** How many passages go on their way in one transaction. */
    private static final int CARRIED_TOGETHER = 10;
    /** For so long the next passages are made ready before the first of them goes on. */
    private static final Duration QUICK = Duration.ofMillis(25);
    /** How many passages begin their reviews in one go, what one counts beside a notice, and how much is done in one transaction. */
    private static final int BEGUN_TOGETHER = 50;
    private static final int NOTICES_EACH = 10;
    private static final int SETTLED_TOGETHER = 500;

    private final BlockingQueue<Long> toRun = new LinkedBlockingQueue<>();
    private final Set<Long> queued = ConcurrentHashMap.newKeySet();
    private final Set<Long> inHand = ConcurrentHashMap.newKeySet();
    /** Submissions for which something came while a worker had them in hand. */
    private final Set<Long> cameMeanwhile = ConcurrentHashMap.newKeySet();
    private final PassageRepository passages;
    private final PassageStep step;
    private final Submissions submissions;
    private final Messages messages;
    private final TransactionTemplate transaction;
    private final Settling settling;
    private final Due due;
    private final InstantSource clock;
    private final int workers;

    Engine(PassageRepository passages, PassageStep step, Submissions submissions, Messages messages, TransactionTemplate transaction,
            Settling settling, Due due, InstantSource clock, @Value("${pervius.engine.workers:4}") int workers) {
        this.passages = passages;
        this.step = step;
        this.submissions = submissions;
        this.messages = messages;
        this.transaction = transaction;
        this.settling = settling;
        this.due = due;
        this.clock = clock;
        this.workers = workers;
    }

    @EventListener(ApplicationReadyEvent.class)
    @Order(10)
    void start() {
        if (workers > 0) {
            submissions.letGo();
        }
        for (int i = 1; i <= workers; i++) {
            Thread.ofPlatform().daemon().name("engine-" + i).start(this::work);
        }
    }

    @PreDestroy
    void stop() {
        for (int i = 0; i < workers; i++) {
            toRun.add(STOP);
        }
    }

    /** Has the submission's passages taken further as soon as the current transaction has committed. */
    public void wake(long submission) {
        submissions.unsettled(submission, true);
        if (TransactionSynchronizationManager.isSynchronizationActive()) {
            TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
                @Override
                public void afterCommit() {
                    enqueue(submission);
                }
            });
        } else {
            enqueue(submission);
        }
    }

    @Override
    public String key() {
        return KEY;
    }

    @Override
    public Duration every() {
        return Duration.ofSeconds(15);
    }

    /** Picks up what a crash or a fault has left. */
    @Override
    public void look() {
        passages.submissionsWith(Passages.State.RUNNING).forEach(this::enqueue);
        submissions.unsettled().forEach(this::enqueue);
    }

    private void enqueue(long submission) {
        if (queued.add(submission)) {
            toRun.add(submission);
        }
    }

    private void work() {
        while (true) {
            try {
                long submission = toRun.take();
                if (submission == STOP) {
                    return;
                }
                queued.remove(submission);
                run(submission);
            } catch (InterruptedException e) {
                return;
            } catch (RuntimeException e) {
                LOG.warn("a submission could not be carried on; it is picked up again", e);
                due.by(KEY, clock.instant().plus(AGAIN_AFTER_A_FAULT));
            }
        }
    }

    /** Takes everything of the submission as far as it goes. */
    private void run(long submission) {
        if (!inHand.add(submission)) {
            cameMeanwhile.add(submission);
            if (!inHand.contains(submission) && cameMeanwhile.remove(submission)) {
                enqueue(submission);
            }
            return;
        }
        boolean settled = false;
        try {
            OptionalInt run = submissions.take(submission);
            settled = run.isEmpty() || runThrough(submission, run.getAsInt());
        } finally {
            inHand.remove(submission);
        }
        if (cameMeanwhile.remove(submission) || !settled) {
            enqueue(submission);
        }
    }

    /** True once it has settled, or if another process has taken it over. */
    private boolean runThrough(long submission, int run) {
        long kept = System.nanoTime();
        List<PassageStep.Carried> next = step.next(submission, run, 0);
        while (!next.isEmpty()) {
            for (int at = 0; at < next.size(); at += CARRIED_TOGETHER) {
                if (System.nanoTime() - kept > KEPT_AFTER.toNanos()) {
                    if (!submissions.keep(submission)) {
                        return true;
                    }
                    kept = System.nanoTime();
                }
                List<PassageStep.Carried> some = next.subList(at, Math.min(at + CARRIED_TOGETHER, next.size()));
                Messages.gatheredLater(submission, () -> carry(some));
            }
            next = step.next(submission, run, next.getLast().passage());
        }
        return settle(submission);
    }

    /** Several together, as far as nobody waits for what they take; each by itself where one of them fails, or others cross their way. */
    private void carry(List<PassageStep.Carried> some) {
        List<PassageStep.Carried> left = some;
        int ready = 0;
        while (!left.isEmpty()) {
            int done;
            try {
                ready = ready == 0 ? makeReady(left) : ready;
                List<PassageStep.Carried> these = left.subList(0, ready);
                PassageStep.Together together = Turns.oneAfterTheOther(() -> step.advance(these));
                done = together.done();
                if (together.goesOn()) {
                    carry(these.get(done - 1), true);
                }
            } catch (RuntimeException e) {
                LOG.debug("of several passages from {} each goes by itself", left.getFirst().passage(), e);
                left.forEach(carried -> carry(carried, false));
                return;
            }
            left = left.subList(done, left.size());
            ready -= done;
        }
    }

    /** Makes the first of them ready, as many as that is quick for: none waits long for what is found out about the next. */
    private int makeReady(List<PassageStep.Carried> left) {
        Instant quick = clock.instant().plus(QUICK);
        int ready = 0;
        do {
            step.beforehand(left.get(ready++));
        } while (ready < left.size() && clock.instant().isBefore(quick));
        return ready;
    }

    private void carry(PassageStep.Carried carried, boolean madeReady) {
        int failures = 0;
        boolean more = true;
        boolean ready = madeReady;
        while (more) {
            try {
                if (!ready) {
                    step.beforehand(carried);
                    ready = true;
                }
                more = step.advance(carried, failures > 0);
                failures = 0;
            } catch (RuntimeException e) {
                LOG.warn("passage {} failed at its station, time {} of {}", carried.passage(), ++failures, TRIES, e);
                if (failures == TRIES) {
                    step.stopForFault(carried, e);
                    more = false;
                }
            }
        }
    }

    /** Where a submission is on its way to rest. */
    private enum Rest { NOT_YET, REACHED, MOVES_AGAIN }

    /** Does what waits for the whole submission; false if some of it has something to do again already. */
    private boolean settle(long submission) {
        Rest rest = Objects.requireNonNull(transaction.execute(status -> settleSome(submission, true)));
        while (rest == Rest.NOT_YET) {
            rest = Objects.requireNonNull(transaction.execute(status -> settleSome(submission, false)));
        }
        return rest == Rest.REACHED;
    }

    /** As much of that as others can wait for; that something is awaited is known after the first time, unless something moves again. */
    private Rest settleSome(long submission, boolean first) {
        if (passages.existsBySubmissionIdAndState(submission, Passages.State.RUNNING)) {
            return Rest.MOVES_AGAIN;
        }
        if (first && !passages.awaited(submission, Passages.State.WAITING, Station.PREPARE, Limit.of(1)).isEmpty()) {
            // What is being made ready goes into the same review as the rest; it wakes the engine.
            return Rest.REACHED;
        }
        String reference = submissions.reference(submission);
        int done = 0;
        for (int now = 1; now > 0 && done < SETTLED_TOGETHER; done += now) {
            now = settling.some(submission, BEGUN_TOGETHER) * NOTICES_EACH;
            now = now > 0 ? now : messages.gatherOne(submission, reference);
        }
        if (done >= SETTLED_TOGETHER) {
            return Rest.NOT_YET;
        }
        submissions.unsettled(submission, false);
        return Rest.REACHED;
    }
}
