package app.pervius.server.store.seals;

import app.pervius.server.store.Durable;
import app.pervius.server.store.Json;
import app.pervius.server.store.Secrets;
import app.pervius.server.store.WritesInFlight;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.concurrent.ScheduledThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.beans.factory.InitializingBean;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.sql.init.dependency.DependsOnDatabaseInitialization;
import org.springframework.stereotype.Component;

/**
 * Seals what the database holds: as Pervius begins, every few minutes while something changes, and as it stops, when nobody changes
 * anything any more. As it begins, what is there is compared with what was sealed as it stopped: whatever differs was changed behind its
 * back. After a kill that cannot be said, and is not; what was done until then is proved by its own chains.
 */
@Component
@DependsOnDatabaseInitialization
public class Sealing implements InitializingBean, DisposableBean {

    private static final Logger LOG = LoggerFactory.getLogger(Sealing.class);
    private static final Duration EVERY = Duration.ofMinutes(5);
    /** Sealing takes at most so much of the time: the more there is to read, the rarer it is done. */
    private static final int MOST_OF_THE_TIME = 50;
    /** The transaction sees all tables as they were at its first statement; the number H2 has for it. */
    private static final int ONE_STATE = 6;

    private final DataSource connections;
    private final Durable durable;
    private final WritesInFlight writes;
    private final InstantSource clock;
    private final SealKey key;
    private final byte[] tableKey;
    private final SealOutlets outlets;
    private final boolean writing;
    private final ScheduledThreadPoolExecutor regularly = new ScheduledThreadPoolExecutor(1, Thread.ofPlatform().daemon().name("seals")
            .factory());
    private volatile boolean over;
    private volatile @Nullable String failure;

    Sealing(DataSource connections, Durable durable, WritesInFlight writes, InstantSource clock, SealKey key, Secrets secrets,
            SealOutlets outlets, @Value("${pervius.seals.write}") boolean writing) {
        this.connections = connections;
        this.durable = durable;
        this.writes = writes;
        this.clock = clock;
        this.key = key;
        this.tableKey = secrets.derived("tables");
        this.outlets = outlets;
        this.writing = writing;
        this.regularly.setExecuteExistingDelayedTasksAfterShutdownPolicy(false);
    }

    /** What comes after the last seal would look as if it had been done behind Pervius' back: nothing is written any more. */
    public void mustBeOpen() {
        if (over) {
            throw new IllegalStateException("Pervius has stopped: nothing is changed any more.");
        }
    }

    /** Where seals are written to, outside the database. */
    public Path file() {
        return outlets.file();
    }

    /** The same in words, with all other places they go to. */
    public String outside() {
        return outlets.toString();
    }

    /** Why the last seal was not made, or not written outside the database; absent where it was. */
    public Optional<String> failure() {
        return Optional.ofNullable(failure);
    }

    /** All of them, in order. */
    public List<Seal> all() {
        try (Connection connection = connection()) {
            return SealBook.all(connection);
        } catch (SQLException e) {
            throw new IllegalStateException("the seals cannot be read: " + e.getMessage(), e);
        }
    }

    /** The newest one. */
    public Optional<Seal> last() {
        try (Connection connection = connection()) {
            return SealBook.last(connection);
        } catch (SQLException e) {
            throw new IllegalStateException("the seals cannot be read: " + e.getMessage(), e);
        }
    }

    /** When the newest one was made that was made as Pervius began. */
    public Optional<Instant> lastStart() {
        try (Connection connection = connection()) {
            return SealBook.lastStart(connection);
        } catch (SQLException e) {
            throw new IllegalStateException("the seals cannot be read: " + e.getMessage(), e);
        }
    }

    @Override
    public void afterPropertiesSet() {
        if (!writing) {
            return;
        }
        try {
            // From here on it sees what was there before anything of this run was written, however long it takes to read.
            Connection before = oneState();
            SealBook.last(before);
            regularly.execute(() -> begin(before));
        } catch (SQLException e) {
            failed(e);
        }
    }

    private void begin(Connection before) {
        long nanos = System.nanoTime();
        try (before) {
            Map<String, TableDigest> now = TableDigests.of(before, tableKey);
            String step = step(before);
            String found = sinceStop(before, step, now);
            before.rollback();
            if (!found.isEmpty()) {
                LOG.error("The database was changed while Pervius did not run: {}", found);
            }
            add(Seal.Kind.START, step, found, now);
        } catch (SQLException | RuntimeException e) {
            failed(e);
        } finally {
            again(nanos);
        }
    }

    private void again(long began) {
        if (!regularly.isShutdown()) {
            long took = (System.nanoTime() - began) / 1_000_000;
            regularly.schedule(this::regular, Math.max(EVERY.toMillis(), took * MOST_OF_THE_TIME), TimeUnit.MILLISECONDS);
        }
    }

    private void regular() {
        long began = System.nanoTime();
        try {
            seal(Seal.Kind.REGULAR);
        } finally {
            again(began);
        }
    }

    /** Makes a seal of what is there now, unless that is what the last one says. */
    void seal(Seal.Kind kind) {
        try (Connection connection = oneState()) {
            Map<String, TableDigest> now = TableDigests.of(connection, tableKey);
            boolean same = kind == Seal.Kind.REGULAR && SealBook.lastContent(connection).equals(Json.write(now));
            String step = step(connection);
            connection.rollback();
            if (!same) {
                add(kind, step, "", now);
            }
        } catch (SQLException | RuntimeException e) {
            failed(e);
        }
    }

    private void add(Seal.Kind kind, String step, String found, Map<String, TableDigest> tables) throws SQLException {
        String content = Json.write(tables);
        Seal seal;
        durable.begin();
        try (Connection connection = connection()) {
            Optional<Seal> last = SealBook.last(connection);
            Instant at = clock.instant().truncatedTo(ChronoUnit.MILLIS);
            seal = new Seal(last.map(Seal::number).orElse(0L) + 1, at, kind, step, found, Seal.sha256(content),
                    last.map(Seal::hash).orElse(""), "", "").signed(key);
            SealBook.add(connection, seal, content);
        } finally {
            durable.end();
        }
        if (!durable.withinOne()) {
            durable.await();
        }
        failure = outlets.add(seal).orElse(null);
        if (failure != null) {
            LOG.warn(failure);
        }
    }

    private void failed(Exception e) {
        failure = "No seal could be made: " + e.getMessage();
        LOG.warn(failure, e);
    }

    /** Tables that hold something else than what was sealed, in words; empty where none does. */
    static String changed(Map<String, TableDigest> sealed, Map<String, TableDigest> now) {
        TreeSet<String> names = new TreeSet<>(sealed.keySet());
        names.addAll(now.keySet());
        List<String> found = new ArrayList<>();
        for (String table : names) {
            TableDigest before = sealed.get(table);
            TableDigest after = now.get(table);
            if (before == null || after == null) {
                found.add(table + (before == null ? " is new" : " is gone"));
            } else if (!before.equals(after)) {
                found.add(table + (before.rows() == after.rows() ? " has the same number of rows, but not the same in them"
                        : " has " + after.rows() + " rows and had " + before.rows()));
            }
        }
        return String.join("; ", found.size() > 20 ? found.subList(0, 20) : found);
    }

    /** What differs from the last seal, where that was made as Pervius stopped and nothing has begun since; empty where nothing does. */
    public String changedSinceStop() {
        try (Connection connection = oneState()) {
            return sinceStop(connection, step(connection), TableDigests.of(connection, tableKey));
        } catch (SQLException e) {
            throw new IllegalStateException("the database cannot be compared with its last seal: " + e.getMessage(), e);
        }
    }

    private String sinceStop(Connection connection, String step, Map<String, TableDigest> now) throws SQLException {
        Optional<Seal> last = SealBook.last(connection);
        if (last.isEmpty()) {
            return "";
        }
        if (!last.get().good(key)) {
            return "the last seal is not what was sealed";
        }
        if (last.get().kind() != Seal.Kind.STOP || !last.get().step().equals(step)) {
            return "";
        }
        String content = SealBook.lastContent(connection);
        return Seal.sha256(content).equals(last.get().tables()) ? changed(SealBook.tables(content), now)
                : "what the last seal says of the tables is not what was sealed";
    }

    @Override
    public void destroy() throws InterruptedException {
        regularly.shutdown();
        regularly.awaitTermination(1, TimeUnit.MINUTES);
        if (writing) {
            // What is being written ends first; then nobody begins.
            writes.whileNobodyWrites(() -> over = true);
            seal(Seal.Kind.STOP);
        }
    }

    private Connection connection() throws SQLException {
        Connection connection = connections.getConnection();
        connection.setAutoCommit(false);
        return connection;
    }

    private Connection oneState() throws SQLException {
        Connection connection = connection();
        if (connection.getMetaData().getDatabaseProductName().equals("H2")) {
            connection.setTransactionIsolation(ONE_STATE);
        } else {
            connection.setTransactionIsolation(Connection.TRANSACTION_REPEATABLE_READ);
        }
        return connection;
    }

    private static String step(Connection connection) throws SQLException {
        try (PreparedStatement statement = connection.prepareStatement("select max(\"installed_rank\") as step "
                + "from \"flyway_schema_history\"");
                ResultSet rows = statement.executeQuery()) {
            return rows.next() ? String.valueOf(rows.getString("step")) : "";
        }
    }
}
