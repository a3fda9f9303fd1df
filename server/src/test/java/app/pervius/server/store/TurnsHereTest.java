package app.pervius.server.store;

import static app.pervius.server.Client.until;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** Whoever has a turn knows whether somebody waits for it, and has it until the transaction has ended. */
class TurnsHereTest {

    @Test
    void aTurnIsWantedWhileSomebodyWaitsForIt() throws Exception {
        TurnsHere turns = new TurnsHere();
        TransactionSynchronizationManager.initSynchronization();
        try (ExecutorService other = Executors.newSingleThreadExecutor()) {
            assertThat(turns.wanted()).as("without a turn").isFalse();
            turns.take("a counter");
            assertThat(turns.wanted()).as("nobody waits").isFalse();
            Future<Boolean> waits = other.submit(() -> {
                TransactionSynchronizationManager.initSynchronization();
                turns.take("a counter");
                boolean wanted = turns.wanted();
                end();
                return wanted;
            });
            until(turns::wanted, wanted -> wanted);
            end();
            assertThat(waits.get()).as("whoever waited has it, and nobody else wants it").isFalse();
        } finally {
            if (TransactionSynchronizationManager.isSynchronizationActive()) {
                end();
            }
        }
    }

    @Test
    void whoHasATurnDoesNotWaitForASecondWhereTheyMayCross() throws Exception {
        TurnsHere turns = new TurnsHere();
        TransactionSynchronizationManager.initSynchronization();
        CountDownLatch over = new CountDownLatch(1);
        CountDownLatch has = new CountDownLatch(1);
        try (ExecutorService other = Executors.newSingleThreadExecutor()) {
            Future<?> another = other.submit(() -> {
                TransactionSynchronizationManager.initSynchronization();
                turns.take("another counter");
                has.countDown();
                over.await();
                end();
                return null;
            });
            has.await();
            turns.take("a counter");
            assertThatThrownBy(() -> Turns.oneAfterTheOther(() -> {
                turns.take("another counter");
                return true;
            })).isInstanceOf(Turns.Crossed.class);
            assertThat(turns.wanted()).as("what it has").isFalse();
            over.countDown();
            another.get();
            turns.take("another counter");
            end();
        } finally {
            over.countDown();
            if (TransactionSynchronizationManager.isSynchronizationActive()) {
                end();
            }
        }
    }

    private static void end() {
        TransactionSynchronizationManager.getSynchronizations().forEach(its -> its.afterCompletion(
                TransactionSynchronization.STATUS_COMMITTED));
        TransactionSynchronizationManager.clearSynchronization();
    }
}
