package app.pervius.server.store;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Running;
import app.pervius.server.Running.App;
import jakarta.persistence.EntityManagerFactory;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.mockito.Mockito;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;

@ExtendWith(Running.class)
class ChangesTest {

    @Test
    void aCommitIsCountedBeforeAnybodyIsToldOfIt(App app) {
        Changes changes = new Changes();
        TransactionTemplate transaction = transaction(app, changes);
        AtomicLong toldAt = new AtomicLong();
        transaction.executeWithoutResult(status -> {
            assertThat(changes.count()).as("before it is committed").isZero();
            TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
                @Override
                public void afterCommit() {
                    toldAt.set(changes.count());
                }
            });
        });
        assertThat(toldAt).hasValue(1);
        assertThat(changes.count()).isEqualTo(1);
    }

    @Test
    void whatOnlyReadsOrIsUndoneChangesNothing(App app) {
        Changes changes = new Changes();
        TransactionTemplate transaction = transaction(app, changes);
        transaction.executeWithoutResult(status -> status.setRollbackOnly());
        transaction.setReadOnly(true);
        transaction.executeWithoutResult(status -> { });
        assertThat(changes.count()).isZero();
    }

    private static TransactionTemplate transaction(App app, Changes changes) {
        return new TransactionTemplate(new DurableAnswers(app.bean(EntityManagerFactory.class), Mockito.mock(Durable.class), () -> { },
                changes));
    }
}
