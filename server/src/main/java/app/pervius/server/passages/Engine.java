package app.pervius.server.passages;

import app.pervius.server.messages.Messages;
import jakarta.annotation.PreDestroy;
import java.util.List;
import java.util.Set;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Takes passages from station to station. A submission is in one worker's hand at a time, so its revisions are numbered in
 * the order they came and what is told of them is told together; several submissions go on side by side. Woken after each
 * commit that gives it something to do; a slow look picks up what a crash left.
 */
@Component
public class Engine {

    private static final Logger LOG = LoggerFactory.getLogger(Engine.class);
    private static final int TRIES = 3;
    private static final long STOP = -1;

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
    private final ApplicationEventPublisher events;
    private final int workers;

    Engine(PassageRepository passages, PassageStep step, Submissions submissions, Messages messages, TransactionTemplate transaction,
            ApplicationEventPublisher events, @Value("${pervius.engine.workers:4}") int workers) {
        this.passages = passages;
        this.step = step;
        this.submissions = submissions;
        this.messages = messages;
        this.transaction = transaction;
        this.events = events;
        this.workers = workers;
    }

    @EventListener(ApplicationReadyEvent.class)
    @Order(10)
    void start() {
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

    @Scheduled(fixedDelay = 3, timeUnit = TimeUnit.SECONDS)
    void pickUpWhatWasLeft() {
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
            int run = submissions.beginRun(submission);
            List<PassageStep.Carried> next = step.next(submission, run, 0);
            while (!next.isEmpty()) {
                for (PassageStep.Carried carried : next) {
                    Messages.gatheredLater(() -> carry(carried));
                }
                next = step.next(submission, run, next.getLast().passage());
            }
            settled = settle(submission);
        } finally {
            inHand.remove(submission);
        }
        if (cameMeanwhile.remove(submission) || !settled) {
            enqueue(submission);
        }
    }

    private void carry(PassageStep.Carried carried) {
        int failures = 0;
        boolean more = true;
        while (more) {
            try {
                step.beforehand(carried);
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

    /** Does what waits for the whole submission; false if some of it has something to do again already. */
    private boolean settle(long submission) {
        return Boolean.TRUE.equals(transaction.execute(status -> {
            if (passages.existsBySubmissionIdAndState(submission, Passages.State.RUNNING)) {
                return false;
            }
            events.publishEvent(new SubmissionSettled(submission));
            messages.gather(submission, submissions.reference(submission));
            submissions.unsettled(submission, false);
            return true;
        }));
    }
}
