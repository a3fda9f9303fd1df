package app.pervius.server.numbers;

import app.pervius.core.passage.Entry;
import app.pervius.core.number.CounterKey;
import app.pervius.core.number.Drawing;
import app.pervius.core.passage.Station;
import app.pervius.server.content.ContentStore;
import app.pervius.server.journal.Journal;
import app.pervius.server.store.Secrets;
import app.pervius.server.store.DataDirectory;
import app.pervius.server.store.DiskFlush;
import app.pervius.server.store.TurnsHere;
import app.pervius.server.store.WritesInFlight;
import com.zaxxer.hikari.HikariDataSource;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Objects;
import java.util.Random;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Supplier;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.JdbcTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * The durable part of the server and nothing else: files are stored, numbered, journalled, forced to the disk and only then
 * answered, by four threads without a pause. It is killed by the test that starts it, and ends by itself if nobody does.
 */
final class SlimLine {

    private static final CounterKey COUNTER = new CounterKey("documents", "");
    static final List<Station> STATIONS = List.of(Station.ARRIVE, Station.IDENTIFY, Station.NUMBER);
    private static final long PROJECT = 1;
    private static final int THREADS = 4;
    private static final int SECONDS = 30;
    private static final long TIDY_NANOS = 20_000_000;

    private final JdbcClient jdbc;
    private final TransactionTemplate transaction;
    private final Counters counters;
    private final Journal journal;
    private final WritesInFlight writes = new WritesInFlight();
    private final DiskFlush flush;
    private final ContentStore store;

    private SlimLine(HikariDataSource database, Path data) {
        jdbc = JdbcClient.create(database);
        JdbcTransactionManager transactions = new JdbcTransactionManager(database);
        transaction = new TransactionTemplate(transactions);
        counters = new Counters(jdbc, new TurnsHere(), transactions);
        journal = new Journal(jdbc, Clock.systemUTC(), new Secrets(new DataDirectory(data)));
        flush = new DiskFlush(database, writes);
        store = new ContentStore(new DataDirectory(data));
    }

    static HikariDataSource open(Path data) {
        HikariDataSource database = new HikariDataSource();
        database.setJdbcUrl("jdbc:h2:async:" + data.resolve("db/pervius")
                + ";LOCK_TIMEOUT=10000;DB_CLOSE_ON_EXIT=FALSE;WRITE_DELAY=1000000000;RETENTION_TIME=5000");
        database.setUsername("sa");
        database.setPassword("");
        return database;
    }

    /** Argument: the data directory. Each line it says is a number that was answered, and the hash of its file. */
    public static void main(String[] arguments) {
        Path data = Path.of(arguments[0]);
        SlimLine line = new SlimLine(open(data), data);
        Instant end = Instant.now().plusSeconds(SECONDS);
        Thread.ofPlatform().daemon().start(() -> {
            while (true) {
                LockSupport.parkNanos(TIDY_NANOS);
                line.flush.writeWhatIsLeft();
                line.flush.tidy();
            }
        });
        for (int i = 0; i < THREADS; i++) {
            Thread.ofPlatform().start(() -> {
                Random random = new Random();
                while (Instant.now().isBefore(end)) {
                    line.one(random);
                }
            });
        }
    }

    private void one(Random random) {
        byte[] bytes = new byte[1000 + random.nextInt(20_000)];
        random.nextBytes(bytes);
        try {
            ContentStore.Kept kept = store.keep(new ByteArrayInputStream(bytes), bytes.length);
            String number = written(() -> Objects.requireNonNull(transaction.execute(status -> number(kept))));
            flush.await();
            System.out.println(number + " " + kept.hash());
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    private String written(Supplier<String> transaction) {
        writes.begin();
        try {
            return transaction.get();
        } finally {
            writes.end();
        }
    }

    private String number(ContentStore.Kept kept) {
        OffsetDateTime now = Instant.now().atOffset(ZoneOffset.UTC);
        jdbc.sql("insert into blob (hash, size, stored_at) values (?, ?, ?)").params(kept.hash(), kept.size(), now).update();
        long value = counters.next(PROJECT, COUNTER, 1, 1).value();
        String number = "KWR-%05d".formatted(value);
        long document = id();
        jdbc.sql("insert into document (id, project_id, number, title, originator_id, field_values, created_at, version) values (?, 1, "
                + "?, ?, 1, '{}', ?, 0)")
                .params(document, number, kept.hash(), now).update();
        jdbc.sql("""
                insert into ledger_entry (id, project_id, number, scheme_key, scheme_edition, combination, counter_value, document_id,
                    assigned_at, by_rule)
                values (?, 1, ?, ?, 1, '', ?, ?, ?, '')""").params(id(), number, COUNTER.scheme(), value, document, now).update();
        counters.given(PROJECT, new Drawing.Count(COUNTER, value, value + 1, false, List.of()));
        long passage = id();
        jdbc.sql("""
                insert into passage (id, project_id, submission_id, folder_id, author_id, author_firm_id, uploader_id, original_name,
                    base_name, title,
                    given_values, field_values, document_id, number, cycle, station, state, since, version)
                values (?, 1, 1, 1, 1, 1, 1, 'a.pdf', 'a', 'a', '{}', '{}', ?, ?, 1, 'PREPARE', 'RUNNING', ?, 0)""")
                .params(passage, document, number, now).update();
        Journal.Head head = Journal.Head.NONE;
        for (Station station : STATIONS) {
            head = journal.write(head, new Journal.Note(passage, station, Entry.Kind.PASSED, Journal.Actor.PERVIUS, number, ""));
        }
        jdbc.sql("update passage set journal_seq = ?, journal_hash = ? where id = ?").params(head.seq(), head.hash(), passage).update();
        return number;
    }

    private long id() {
        return jdbc.sql("select next value for ids").query(Long.class).single();
    }
}
