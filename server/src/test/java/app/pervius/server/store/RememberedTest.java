package app.pervius.server.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;

import java.util.concurrent.atomic.AtomicReference;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.AbstractPlatformTransactionManager;
import org.springframework.transaction.support.DefaultTransactionStatus;
import org.springframework.transaction.support.TransactionTemplate;

class RememberedTest {

    private final Remembered<String, String> names = new Remembered<>();
    private final AtomicReference<String> committed = new AtomicReference<>("Drawings");
    private final TransactionTemplate transaction = new TransactionTemplate(new NoDatabase());

    private String name() {
        return names.get("folder", committed::get);
    }

    @Test
    void isReadOnce() {
        assertThat(name()).isEqualTo("Drawings");
        committed.set("not asked for");
        assertThat(name()).isEqualTo("Drawings");
    }

    @Test
    void isReadAnewByEverybodyWhileAChangeIsUnderWayAndAfterIt() {
        name();
        transaction.executeWithoutResult(status -> {
            names.changed();
            assertThat(names.get("folder", () -> "Calculations")).as("the one who changes it sees the change").isEqualTo("Calculations");
            assertThat(name()).as("nobody else does before it is committed").isEqualTo("Drawings");
            committed.set("Calculations");
        });
        assertThat(name()).isEqualTo("Calculations");
    }

    @Test
    void whatWasRolledBackIsNotRemembered() {
        transaction.executeWithoutResult(status -> {
            names.changed();
            names.get("folder", () -> "Never committed");
            status.setRollbackOnly();
        });
        assertThat(name()).isEqualTo("Drawings");
    }

    @Test
    void whatWasReadBeforeAChangeAndArrivesAfterItIsNotRemembered() {
        String old = names.get("folder", () -> {
            transaction.executeWithoutResult(status -> {
                names.changed();
                committed.set("Calculations");
            });
            return "Drawings";
        });
        assertThat(old).isEqualTo("Drawings");
        assertThat(name()).isEqualTo("Calculations");
    }

    private static final class NoDatabase extends AbstractPlatformTransactionManager {
        @Override
        protected Object doGetTransaction() {
            return mock(Object.class);
        }

        @Override
        protected void doBegin(Object transaction, TransactionDefinition definition) {
        }

        @Override
        protected void doCommit(DefaultTransactionStatus status) {
        }

        @Override
        protected void doRollback(DefaultTransactionStatus status) {
        }
    }
}
