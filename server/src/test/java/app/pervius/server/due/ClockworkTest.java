package app.pervius.server.due;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.pervius.server.Client;
import app.pervius.server.store.Durable;
import app.pervius.server.store.Instance;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.h2.jdbcx.JdbcConnectionPool;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DataSourceTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** Looks happen by the clock: at the start, when they are wanted, one at a time, whatever became of the last one. */
@Timeout(60)
class ClockworkTest {

    private static final Path MIGRATION = Path.of("src/main/resources/db/migration/V13__what_goes_out_and_what_is_due.sql");

    /** A look that is wanted once an hour, counted, and let through by the test. */
    private static final class Counted implements Look {
        private final AtomicInteger looks = new AtomicInteger();
        private final Semaphore looked = new Semaphore(0);
        private Runnable work = () -> { };

        @Override
        public String key() {
            return "counted";
        }

        @Override
        public Duration every() {
            return Duration.ofHours(1);
        }

        @Override
        public void look() {
            looks.incrementAndGet();
            try {
                work.run();
            } finally {
                looked.release();
            }
        }

        void await() throws InterruptedException {
            assertThat(looked.tryAcquire(30, TimeUnit.SECONDS)).as("looked").isTrue();
        }
    }

    private final Counted counted = new Counted();
    private JdbcConnectionPool database;
    private JdbcClient jdbc;
    private Clockwork clockwork;

    @BeforeEach
    void aClockwork() throws Exception {
        database = JdbcConnectionPool.create("jdbc:h2:mem:due", "sa", "");
        jdbc = JdbcClient.create(database);
        String tables = Files.readString(MIGRATION);
        jdbc.sql(tables.substring(tables.indexOf("create table scheduled_tasks"), tables.indexOf("create index scheduled_execution"))
                .replace(";", "")).update();
        clockwork = clockwork();
    }

    @AfterEach
    void stop() {
        clockwork.stop();
        database.dispose();
    }

    private Clockwork clockwork() {
        Due due = mock();
        when(due.all()).thenReturn(Map.of("counted", counted));
        return new Clockwork(due, database, mock(Durable.class), jdbc,
                new TransactionTemplate(new DataSourceTransactionManager(database)), new Instance("one"), true);
    }

    @Test
    void everythingIsLookedAfterAtTheStartAlsoIfItWasNotDue() throws Exception {
        clockwork.start();
        counted.await();
        // When it is due next is written once it has been looked after.
        Client.until(() -> jdbc.sql("select execution_time from scheduled_tasks").query(java.time.OffsetDateTime.class).single()
                .toInstant(), next -> next.isAfter(Instant.now().plus(Duration.ofMinutes(30))));
        clockwork.stop();
        clockwork = clockwork();
        clockwork.start();
        counted.await();
        assertThat(counted.looks.get()).isEqualTo(2);
    }

    @Test
    void whatAKilledProcessHadInHandIsTakenUpByItsNextLife() throws Exception {
        clockwork.start();
        counted.await();
        clockwork.stop();
        jdbc.sql("update scheduled_tasks set picked = true, picked_by = 'one', last_heartbeat = current_timestamp").update();
        clockwork = clockwork();
        clockwork.start();
        counted.await();
        assertThat(counted.looks.get()).isEqualTo(2);
    }

    @Test
    void anEarlierLookIsHadByAskingAlsoWhileOneIsUnderWay() throws Exception {
        CountDownLatch begun = new CountDownLatch(1);
        CountDownLatch goOn = new CountDownLatch(1);
        counted.work = () -> {
            begun.countDown();
            try {
                assertThat(goOn.await(30, TimeUnit.SECONDS)).isTrue();
            } catch (InterruptedException e) {
                throw new IllegalStateException(e);
            }
        };
        clockwork.start();
        assertThat(begun.await(30, TimeUnit.SECONDS)).isTrue();
        clockwork.within("counted", Duration.ZERO);
        assertThat(counted.looks.get()).as("looks at once").isEqualTo(1);
        goOn.countDown();
        counted.await();
        counted.await();
        clockwork.within("counted", Duration.ofMillis(100));
        counted.await();
        assertThat(counted.looks.get()).isEqualTo(3);
    }

    @Test
    void aLookThatFailsIsNotTheLast() throws Exception {
        counted.work = () -> {
            throw new IllegalStateException("not today");
        };
        clockwork.start();
        counted.await();
        clockwork.within("counted", Duration.ZERO);
        counted.await();
        assertThat(counted.looks.get()).isEqualTo(2);
    }
}
