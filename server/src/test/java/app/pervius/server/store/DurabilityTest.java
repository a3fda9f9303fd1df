package app.pervius.server.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.FutureTask;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicBoolean;
import com.zaxxer.hikari.HikariDataSource;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.util.ArrayList;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.transaction.support.TransactionTemplate;

@ExtendWith(Running.class)
class DurabilityTest {

    @Test
    void receivedIsAnsweredOnlyAfterTheDiskWasForced(App app) {
        DiskFlush flush = app.bean(DiskFlush.class);
        Client yusuf = app.as("Yusuf Karaderin");
        long folder = yusuf.folder("Work in progress / Fennick Hydraulics / Calculations");
        byte[] bytes = Client.content("durable");
        long id = yusuf.post("/api/folders/" + folder + "/submissions",
                Map.of("purpose", "", "files", List.of(Map.of("name", "Durable.xyz", "size", bytes.length))))
                .must(201).body().get("id").asLong();
        long before = flush.flushes();
        yusuf.putBytes("/api/submissions/" + id + "/files/0", bytes).must(204);
        assertThat(flush.flushes()).isGreaterThan(before);
        assertThat(java.nio.file.Files.exists(app.bean(app.pervius.server.content.ContentStore.class).path(sha256(bytes)))).isTrue();
    }

    @Test
    void manyWhoWaitAtTheSameTimeShareOneFlush(App app) throws Exception {
        DiskFlush flush = app.bean(DiskFlush.class);
        WritesInFlight writes = app.bean(WritesInFlight.class);
        int waiting = 200;
        long before = flush.flushes();
        CountDownLatch go = new CountDownLatch(1);
        try (ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor()) {
            for (int i = 0; i < waiting; i++) {
                threads.submit(() -> {
                    go.await();
                    writes.begin();
                    writes.end();
                    flush.await();
                    return true;
                });
            }
            go.countDown();
        }
        assertThat(flush.flushes() - before).isBetween(1L, waiting / 2L);
    }

    @Test
    void theFileIsNotWrittenWhileATransactionIsUnderWay(App app) throws Exception {
        DiskFlush flush = app.bean(DiskFlush.class);
        WritesInFlight writes = app.bean(WritesInFlight.class);
        AtomicBoolean ended = new AtomicBoolean();
        try (ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor()) {
            writes.begin();
            writes.begin();
            writes.end();
            Future<Boolean> flushed = threads.submit(() -> {
                flush.await();
                return ended.get();
            });
            assertThatThrownBy(() -> flushed.get(300, TimeUnit.MILLISECONDS)).isInstanceOf(TimeoutException.class);
            ended.set(true);
            writes.end();
            assertThat(flushed.get(20, TimeUnit.SECONDS)).isTrue();
        }
    }

    @Test
    void aFlushThatFailsIsToldToAllWhoWaitedForIt() throws Exception {
        CountDownLatch asked = new CountDownLatch(1);
        CountDownLatch go = new CountDownLatch(1);
        javax.sql.DataSource broken = org.mockito.Mockito.mock(javax.sql.DataSource.class);
        org.mockito.Mockito.when(broken.getConnection()).thenAnswer(call -> {
            asked.countDown();
            go.await();
            throw new java.sql.SQLException("no room");
        });
        WritesInFlight writes = new WritesInFlight();
        writes.begin();
        writes.end();
        DiskFlush flush = new DiskFlush(broken, writes);
        FutureTask<Boolean> first = waiting(flush);
        FutureTask<Boolean> second = waiting(flush);
        Thread.ofPlatform().start(first);
        asked.await();
        Thread other = Thread.ofPlatform().start(second);
        Client.until(other::getState, state -> state == Thread.State.WAITING);
        go.countDown();
        assertThatThrownBy(() -> first.get(20, TimeUnit.SECONDS)).hasMessageContaining("no room");
        assertThatThrownBy(() -> second.get(20, TimeUnit.SECONDS)).hasMessageContaining("no room");
        org.mockito.Mockito.verify(broken, org.mockito.Mockito.times(1)).getConnection();
    }

    private static FutureTask<Boolean> waiting(DiskFlush flush) {
        return new FutureTask<>(() -> {
            flush.await();
            return true;
        });
    }

    @Test
    void whoWritesCannotWaitForTheDisk() {
        WritesInFlight writes = new WritesInFlight();
        writes.begin();
        assertThatThrownBy(() -> writes.whileNobodyWrites(() -> { })).isInstanceOf(IllegalStateException.class);
    }

    @Test
    void onlyAnAnswerWaitsForTheDisk(App app) {
        Durable counted = org.mockito.Mockito.mock(Durable.class);
        DurableAnswers transactions = new DurableAnswers(app.bean(jakarta.persistence.EntityManagerFactory.class), counted);
        TransactionTemplate transaction = new TransactionTemplate(transactions);
        transaction.execute(status -> 1);
        org.mockito.Mockito.verify(counted, org.mockito.Mockito.never()).await();
        DurableAnswers.onThisThread(() -> transaction.execute(status -> 1));
        org.mockito.Mockito.verify(counted).await();
    }

    /** What is relied on of H2: a commit alone does not reach the file, a flush takes exactly what was committed there. */
    @Test
    void theFileHoldsWhatWasFlushedAndNothingElse(@TempDir Path directory) throws Exception {
        try (HikariDataSource database = new HikariDataSource()) {
            database.setJdbcUrl("jdbc:h2:async:" + directory.resolve("relied")
                    + ";LOCK_TIMEOUT=10000;DB_CLOSE_ON_EXIT=FALSE;WRITE_DELAY=1000000000;RETENTION_TIME=5000");
            database.setUsername("sa");
            database.setPassword("");
            WritesInFlight writes = new WritesInFlight();
            H2Durable durable = new H2Durable(writes, new DiskFlush(database, writes));
            JdbcClient jdbc = JdbcClient.create(database);
            written(durable, () -> jdbc.sql("create table kept (id int primary key)").update());
            durable.await();
            written(durable, () -> jdbc.sql("insert into kept values (1)").update());
            assertThat(inTheFile(directory)).as("a commit alone").isEmpty();
            durable.await();
            assertThat(inTheFile(directory)).as("once it was flushed").containsExactly(1);
            try (Connection open = database.getConnection()) {
                open.setAutoCommit(false);
                open.createStatement().execute("insert into kept values (2)");
                written(durable, () -> jdbc.sql("insert into kept values (3)").update());
                durable.await();
                assertThat(inTheFile(directory)).as("what is not committed is undone where the file is opened").containsExactly(1, 3);
                open.rollback();
            }
        }
    }

    /** What a library writes by itself is a transaction until it gives the connection back; what it reads is none. */
    @Test
    void whatALibraryWritesByItselfCountsAsATransaction() throws Exception {
        Durable durable = org.mockito.Mockito.mock(Durable.class);
        try (HikariDataSource database = new HikariDataSource()) {
            database.setJdbcUrl("jdbc:h2:mem:library");
            DurableConnections connections = new DurableConnections(database, durable);
            var order = org.mockito.Mockito.inOrder(durable);
            try (Connection connection = connections.getConnection()) {
                connection.prepareStatement("select 1").executeQuery().close();
                connection.prepareStatement("create table kept (id int)").execute();
                connection.prepareStatement("insert into kept values (1)").execute();
                order.verify(durable).begin();
                org.mockito.Mockito.verify(durable, org.mockito.Mockito.never()).end();
            }
            order.verify(durable).end();
            assertThatThrownBy(() -> {
                try (Connection connection = connections.getConnection()) {
                    connection.prepareStatement("insert into nothing values (1)");
                }
            }).isInstanceOf(SQLException.class);
        }
        org.mockito.Mockito.verify(durable, org.mockito.Mockito.times(2)).begin();
        org.mockito.Mockito.verify(durable, org.mockito.Mockito.times(2)).end();
    }

    private static void written(Durable durable, Runnable work) {
        durable.begin();
        try {
            work.run();
        } finally {
            durable.end();
        }
    }

    /** What somebody finds who opens the file as it is now. */
    private static List<Integer> inTheFile(Path directory) throws Exception {
        Path copy = java.nio.file.Files.createTempDirectory(directory, "copy");
        java.nio.file.Files.copy(directory.resolve("relied.mv.db"), copy.resolve("relied.mv.db"));
        try (Connection found = DriverManager.getConnection("jdbc:h2:" + copy.resolve("relied"), "sa", "");
                ResultSet rows = found.createStatement().executeQuery("select id from kept order by id")) {
            List<Integer> ids = new ArrayList<>();
            while (rows.next()) {
                ids.add(rows.getInt(1));
            }
            return ids;
        }
    }

    @Test
    void whereACommitIsDurableNobodyWaitsButNotWithinATransaction() {
        CommitIsDurable durable = new CommitIsDurable();
        durable.await();
        durable.begin();
        durable.begin();
        durable.end();
        assertThat(durable.withinOne()).isTrue();
        assertThatThrownBy(durable::await).isInstanceOf(IllegalStateException.class);
        durable.end();
        assertThat(durable.withinOne()).isFalse();
        assertThatThrownBy(durable::end).isInstanceOf(IllegalStateException.class);
    }

    private static String sha256(byte[] bytes) {
        try {
            return java.util.HexFormat.of().formatHex(java.security.MessageDigest.getInstance("SHA-256").digest(bytes));
        } catch (java.security.NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
