package app.pervius.server.numbers;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.content.ContentStore;
import app.pervius.server.journal.Journal;
import app.pervius.server.store.Secrets;
import app.pervius.server.store.DataDirectory;
import com.zaxxer.hikari.HikariDataSource;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Clock;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.locks.LockSupport;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Fifty times the process that stores, numbers, journals and answers is killed at a random moment under load. Whatever it
 * answered is there with its bytes; of what it had not answered yet, each transaction is there as a whole or not at all.
 */
@Execution(ExecutionMode.CONCURRENT)
class SlimCrashTest {

    private static final int ROUNDS = Integer.getInteger("pervius.slim.rounds", 20);
    private static final int LONGEST_MILLIS = 250;

    @TempDir
    Path data;

    private record Chain(long passage, Journal.Head head) {
    }

    /** How many rows each table of the line has, and where its counter stands. */
    private record Rows(long documents, long entries, long lowest, long highest, long next, long passages, long journalled) {
    }

    /** What was answered: the hash of its file by each number. */
    private final Map<String, String> answered = new HashMap<>();
    private final Set<String> filesFound = new HashSet<>();
    private final Set<Long> chainsLookedAt = new HashSet<>();

    @Test
    void nothingAnsweredIsLostAndNoTransactionIsTornInFiftyKills() throws Exception {
        prepare();
        Random random = new Random();
        for (int round = 1; round <= ROUNDS; round++) {
            int before = answered.size();
            killedAfter(random.nextInt(LONGEST_MILLIS));
            assertThat(answered.size()).as("round %d answered something before it was killed", round).isGreaterThan(before);
            lookAtWhatIsLeft(round);
        }
    }

    private void prepare() {
        // The key is there before the database: one without it is refused.
        new Secrets(new DataDirectory(data));
        try (HikariDataSource database = SlimLine.open(data)) {
            Flyway.configure().dataSource(database).locations("classpath:db/migration").load().migrate();
            JdbcClient jdbc = JdbcClient.create(database);
            for (String row : new String[] {
                "project (id, code, name, zone, fields, decision_codes, status_codes, created_at, version) values (1, 'KWR', 'Kestrel "
                        + "Weir', 'Europe/Dublin', '[]', '[]', '[]', now(), 0)",
                "firm (id, project_id, code, name, version) values (1, 1, 'KWB', 'Kestrel Water Board', 0)",
                "person (id, project_id, firm_id, name, address, address_key, job, gone, active, created_at, version) values (1, 1, 1, "
                        + "'Ines Calderwood', 'ines@kwb.example', 'ines@kwb.example', '', false, true, now(), 0)",
                "folder (id, project_id, name, name_key, state, field_values, version) values (1, 1, 'KWR', 'kwr', 'WORK_IN_PROGRESS', "
                        + "'{}', 0)",
                "submission (id, project_id, folder_id, reference, purpose, author_id, author_firm_id, uploader_id, open, opened_at, "
                        + "last_activity, runs, unsettled, version)"
                        + " values (1, 1, 1, 'S-0001', '', 1, 1, 1, false, now(), now(), 0, false, 0)",
                "scheme_edition (id, project_id, scheme_key, edition, definition, in_force, made_at) values (1, 1, 'documents', 1, "
                        + "'{}', true, now())"}) {
                jdbc.sql("insert into " + row).update();
            }
        }
    }

    /** Starts the process, lets it work for so long from its first answer on, kills it, and notes all it has answered. */
    private void killedAfter(int millis) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(ProcessHandle.current().info().command().orElse("java"), "-XX:TieredStopAtLevel=1", "-cp",
                System.getProperty("surefire.test.class.path", System.getProperty("java.class.path")), SlimLine.class.getName(),
                data.toString())
                .redirectError(ProcessBuilder.Redirect.DISCARD).start();
        boolean counting = false;
        try (BufferedReader said = new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8))) {
            for (String line = said.readLine(); line != null; line = said.readLine()) {
                String[] words = line.split(" ");
                if (words.length == 2 && words[0].startsWith("KWR-") && words[1].length() == 64) {
                    answered.put(words[0], words[1]);
                    if (!counting) {
                        counting = true;
                        Thread.ofVirtual().start(() -> {
                            LockSupport.parkNanos(millis * 1_000_000L);
                            process.toHandle().destroyForcibly();
                        });
                    }
                }
            }
        }
        process.waitFor();
    }

    private void lookAtWhatIsLeft(int round) throws IOException {
        ContentStore store = new ContentStore(new DataDirectory(data));
        try (HikariDataSource database = SlimLine.open(data)) {
            JdbcClient jdbc = JdbcClient.create(database);
            Map<String, String> kept = new HashMap<>();
            jdbc.sql("select e.number, d.title from ledger_entry e join document d on d.id = e.document_id")
                    .query((row, n) -> kept.put(row.getString(1), row.getString(2))).list();
            assertThat(kept).as("round %d", round).containsAllEntriesOf(answered);
            Map<String, Long> sizes = new HashMap<>();
            jdbc.sql("select hash, size from blob").query((row, n) -> sizes.put(row.getString(1), row.getLong(2))).list();
            for (String hash : answered.values()) {
                assertThat(sizes).as("round %d", round).containsKey(hash);
                if (filesFound.add(hash)) {
                    assertThat(store.holds(hash, sizes.get(hash))).as("round %d, file %s", round, hash).isTrue();
                }
            }
            Rows rows = rows(jdbc);
            long all = rows.entries();
            assertThat(rows).as("round %d", round).isEqualTo(new Rows(all, all, 1, all, all + 1, all, all * SlimLine.STATIONS.size()));
            Journal journal = new Journal(jdbc, Clock.systemUTC(), new Secrets(new DataDirectory(data)));
            for (Chain chain : jdbc.sql("select id, journal_seq, journal_hash from passage")
                    .query((row, n) -> new Chain(row.getLong(1), new Journal.Head(row.getInt(2), row.getString(3)))).list()) {
                if (chainsLookedAt.add(chain.passage())) {
                    assertThat(journal.whole(chain.passage(), chain.head())).as("round %d, the journal of %d", round, chain.passage())
                            .isTrue();
                }
            }
        }
    }

    private static Rows rows(JdbcClient jdbc) {
        return jdbc.sql("""
                select (select count(*) from document), (select count(*) from ledger_entry), (select coalesce(min(counter_value), 1) from
                    ledger_entry),
                    (select coalesce(max(counter_value), 0) from ledger_entry), (select coalesce(max(next_value), 1) from counter),
                    (select count(*) from passage), (select count(*) from journal_entry)""")
                .query((row, n) -> new Rows(row.getLong(1), row.getLong(2), row.getLong(3), row.getLong(4), row.getLong(5), row.getLong(6),
                        row.getLong(7)))
                .single();
    }
}
