package app.pervius.server.store;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import com.zaxxer.hikari.HikariDataSource;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.FutureTask;
import java.util.concurrent.TimeUnit;
import org.h2.engine.SessionLocal;
import org.h2.jdbc.JdbcConnection;
import org.h2.mvstore.MVStore;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.simple.JdbcClient;

/** What is answered as written is in the file, also where somebody else has the store in hand just then, as when it is tidied. */
class DiskFlushTest {

    @Test
    void aFlushWaitsForWhoeverHasTheStoreInHand(@TempDir Path directory) throws Exception {
        try (HikariDataSource database = new HikariDataSource()) {
            database.setJdbcUrl("jdbc:h2:async:" + directory.resolve("held") + ";DB_CLOSE_ON_EXIT=FALSE;WRITE_DELAY=1000000000");
            database.setUsername("sa");
            database.setPassword("");
            WritesInFlight writes = new WritesInFlight();
            DiskFlush flush = new DiskFlush(database, writes);
            JdbcClient jdbc = JdbcClient.create(database);
            write(writes, jdbc, "create table kept (id int primary key)");
            flush.await();
            CountDownLatch held = new CountDownLatch(1);
            CountDownLatch let = new CountDownLatch(1);
            MVStore store = store(database);
            FutureTask<Boolean> holding = begun(() -> store.executeFilestoreOperation(() -> {
                held.countDown();
                await(let);
            }), "holding").work();
            await(held);
            write(writes, jdbc, "insert into kept values (1)");
            Begun flushing = begun(flush::await, "flushing");
            Client.until(flushing.thread()::getState, state -> state == Thread.State.WAITING);
            assertThat(flushing.work().isDone()).isFalse();
            assertThat(rows(directory)).isZero();
            let.countDown();
            assertThat(holding.get(20, TimeUnit.SECONDS)).isTrue();
            assertThat(flushing.work().get(20, TimeUnit.SECONDS)).isTrue();
            assertThat(rows(directory)).isEqualTo(1);
        }
    }

    private record Begun(Thread thread, FutureTask<Boolean> work) {
    }

    private static Begun begun(Runnable work, String name) {
        FutureTask<Boolean> task = new FutureTask<>(work, true);
        return new Begun(Thread.ofPlatform().name(name).start(task), task);
    }

    private static void await(CountDownLatch latch) {
        try {
            assertThat(latch.await(20, TimeUnit.SECONDS)).isTrue();
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    private static void write(WritesInFlight writes, JdbcClient jdbc, String sql) {
        writes.begin();
        try {
            jdbc.sql(sql).update();
        } finally {
            writes.end();
        }
    }

    private static MVStore store(HikariDataSource database) throws Exception {
        try (Connection connection = database.getConnection()) {
            SessionLocal session = (SessionLocal) connection.unwrap(JdbcConnection.class).getSession();
            return session.getDatabase().getStore().getMvStore();
        }
    }

    /** How many rows somebody finds who opens the file as it is now. */
    private static int rows(Path directory) throws Exception {
        Path copy = Files.createTempDirectory(directory, "copy");
        Files.copy(directory.resolve("held.mv.db"), copy.resolve("held.mv.db"));
        try (Connection found = DriverManager.getConnection("jdbc:h2:" + copy.resolve("held"), "sa", "");
                ResultSet count = found.createStatement().executeQuery("select count(*) from kept")) {
            count.next();
            return count.getInt(1);
        }
    }
}
