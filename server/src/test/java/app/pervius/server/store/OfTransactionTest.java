package app.pervius.server.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.h2.jdbcx.JdbcConnectionPool;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.datasource.DataSourceTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;

/** What a transaction gathers and does when it ends. */
class OfTransactionTest {

    private final JdbcConnectionPool database = JdbcConnectionPool.create("jdbc:h2:mem:of-transaction", "sa", "");
    private final DataSourceTransactionManager transactions = new DataSourceTransactionManager(database);
    private final TransactionTemplate transaction = new TransactionTemplate(transactions);
    private final List<String> done = new ArrayList<>();

    @AfterEach
    void close() {
        database.dispose();
    }

    @Test
    void eachThingIsDoneOnceAfterTheCommitHoweverOftenItWasAdded() {
        OfTransaction<String> after = OfTransaction.afterCommit(done::add);
        transaction.executeWithoutResult(status -> {
            for (int i = 0; i < 1000; i++) {
                after.add("a");
                after.add("b");
            }
            assertThat(done).isEmpty();
            assertThat(TransactionSynchronizationManager.getSynchronizations()).as("the transaction remembers one thing").hasSize(1);
        });
        assertThat(done).containsExactly("a", "b");
        transaction.executeWithoutResult(status -> after.add("c"));
        assertThat(done).as("the next begins anew").containsExactly("a", "b", "c");
    }

    @Test
    void nothingIsDoneIfItIsTakenBackAndAtOnceWithoutATransaction() {
        OfTransaction<String> after = OfTransaction.afterCommit(done::add);
        transaction.executeWithoutResult(status -> {
            after.add("never");
            status.setRollbackOnly();
        });
        assertThat(done).isEmpty();
        after.add("at once");
        assertThat(done).containsExactly("at once");
    }

    @Test
    void whatIsAddedWhileItIsDoneBeforeTheCommitIsDoneToo() {
        List<OfTransaction<String>> itself = new ArrayList<>();
        itself.add(OfTransaction.beforeCommit(one -> {
            done.add(one);
            if (one.length() < 3) {
                itself.getFirst().add(one + "a");
            }
        }));
        transaction.executeWithoutResult(status -> itself.getFirst().add("a"));
        assertThat(done).containsExactly("a", "aa", "aaa");
    }

    @Test
    void aTransactionWithinAnotherHasItsOwn() {
        OfTransaction<String> after = OfTransaction.afterCommit(done::add);
        TransactionTemplate within = new TransactionTemplate(transactions);
        within.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
        transaction.executeWithoutResult(status -> {
            after.add("outer");
            within.executeWithoutResult(inner -> after.add("inner"));
            assertThat(done).containsExactly("inner");
            after.add("outer still");
        });
        assertThat(done).containsExactly("inner", "outer", "outer still");
    }
}
