package app.pervius.server.store.seals;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import app.pervius.server.integrity.Integrity;
import app.pervius.server.store.DataDirectory;
import app.pervius.server.store.DatabaseAccess;
import app.pervius.server.store.Secrets;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Supplier;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.springframework.util.function.SingletonSupplier;

/** Whoever changes the database behind Pervius' back is found out, whatever is changed, and whatever is made to fit again. */
@Execution(ExecutionMode.CONCURRENT)
class SealsTest {

    private static final byte[] KEY = "a key of this test, 32 bytes !!!".getBytes(StandardCharsets.UTF_8);

    private static final Supplier<Path> STOPPED = SingletonSupplier.of(SealsTest::made);

    private interface Work {
        void with(Statement statement) throws SQLException;
    }

    private static List<String> found(App app) {
        return app.bean(Integrity.class).examine().parts().stream().filter(p -> p.subject().equals("Seals"))
                .flatMap(p -> p.sentences().stream()).toList();
    }

    /** What the check of a directory says on which no Pervius runs. */
    private static List<String> checked(Path data, Map<String, Object> more) {
        Map<String, Object> looking = new java.util.HashMap<>(Map.of("pervius.working", false, "pervius.engine.workers", 0));
        looking.putAll(more);
        try (App app = Running.startOn(data, "none", looking)) {
            return found(app);
        }
    }

    private static void behindItsBack(Path data, Work work) throws SQLException {
        try (Connection connection = DatabaseAccess.open(DatabaseAccess.file(data), new Secrets(new DataDirectory(data)), "");
                Statement statement = connection.createStatement()) {
            statement.execute("set referential_integrity false");
            work.with(statement);
        }
    }

    /** What a Pervius has left that was stopped well: once made, and a copy for each. */
    private static Path stopped() {
        return Running.copyOf(STOPPED.get());
    }

    private static Path made() {
        try (App app = Running.start("demo", Map.of())) {
            Client priya = app.as("Priya Venkatarangan");
            priya.settled(priya.submit("Work in progress / Aldermoor Civils / Drawings", "Sealed.pdf"));
            return app.data();
        }
    }

    @Test
    void whatIsStoppedAndStartedAgainIsWholeAndItsSealsStandOutside() throws Exception {
        Path data = stopped();
        assertThat(checked(data, Map.of())).isEmpty();
        try (App app = Running.startOn(data, "demo", Map.of())) {
            Client.until(() -> app.bean(Sealing.class).all(), seals -> seals.getLast().kind() == Seal.Kind.START);
            assertThat(found(app)).isEmpty();
            app.bean(Sealing.class).seal(Seal.Kind.REGULAR);
            int before = app.bean(Sealing.class).all().size();
            app.bean(Sealing.class).seal(Seal.Kind.REGULAR);
            assertThat(app.bean(Sealing.class).all()).as("nothing was changed meanwhile").hasSize(before);
        }
        List<SealFile.Line> outside = SealFile.read(data.resolve("seals.log"));
        assertThat(outside.getLast().kind()).isEqualTo("STOP");
        assertThat(outside).extracting(SealFile.Line::number).isSorted().doesNotHaveDuplicates();
        assertThat(checked(data, Map.of())).isEmpty();
    }

    @Test
    void aControllerWhoWasAddedAndACommentThatWasReplacedAreFoundByTheCheckAndByTheNextStartForGood() throws Exception {
        Path data = stopped();
        behindItsBack(data, at -> {
            assertThat(at.executeUpdate("insert into role_holder select r.id, p.id from role r, person p where r.controls = true and "
                    + "p.project_id = r.project_id and not exists (select 1 from role_holder h where h.role_id = r.id and "
                    + "h.person_id = p.id) fetch first 1 row only")).isEqualTo(1);
            assertThat(at.executeUpdate("update passage set title = 'Otters' where id = (select max(id) from passage)")).isEqualTo(1);
            assertThat(at.executeUpdate("delete from number_event where id in (select id from number_event order by id "
                    + "fetch first 10 rows only)")).isPositive();
        });
        assertThat(checked(data, Map.of())).singleElement().asString().startsWith("Since Pervius stopped the database was changed: ")
                .contains("number_event has ").contains("passage has the same number of rows, but not the same in them")
                .contains("role_holder has ");
        try (App app = Running.startOn(data, "demo", Map.of())) {
            assertThat(Client.until(() -> found(app), all -> !all.isEmpty())).singleElement().asString()
                    .contains("the database was changed while Pervius did not run: ").contains("role_holder");
        }
        assertThat(checked(data, Map.of())).as("stopping well does not make it good").hasSize(1);
    }

    /** The last seal itself is spoilt, so that the tables cannot be held against it: that is found, and stays found. */
    @Test
    void whoeverSpoilsTheLastSealAsWellIsFoundByTheNextStart() throws Exception {
        for (String spoilt : List.of("update seal set content = '' where content <> ''",
                "update seal set kind = 'REGULAR' where content <> ''", "update seal set step = '1' where content <> ''")) {
            Path data = stopped();
            behindItsBack(data, at -> {
                at.executeUpdate("update passage set title = 'Otters' where id = (select max(id) from passage)");
                assertThat(at.executeUpdate(spoilt)).isEqualTo(1);
            });
            try (App app = Running.startOn(data, "demo", Map.of())) {
                assertThat(Client.until(() -> found(app), all -> all.stream().anyMatch(s -> s.startsWith("Before the start of "))))
                        .as(spoilt).anyMatch(s -> s.contains("not what was sealed"));
            }
            assertThat(checked(data, Map.of())).as(spoilt).anyMatch(s -> s.startsWith("Before the start of "));
        }
    }

    @Test
    void sealsThatAreTakenOutChangedOrMadeByAnotherAreFound() throws Exception {
        Path data = stopped();
        behindItsBack(data, at -> at.executeUpdate("update seal set found = '', at = dateadd(hour, -1, at) where number = 1"));
        assertThat(checked(data, Map.of())).contains("Seal 1 is not this installation's, or was changed.");
        behindItsBack(data, at -> at.executeUpdate("update seal set at = dateadd(hour, 1, at) where number = 1"));
        assertThat(checked(data, Map.of())).isEmpty();
        // All of them taken out: the file outside still has them.
        behindItsBack(data, at -> at.executeUpdate("delete from seal where number > 1"));
        assertThat(checked(data, Map.of())).anyMatch(s -> s.startsWith("Seal 2 of ") && s.contains("is not in the database"));
        Path elsewhere = Running.directory("seals").resolve("none.log");
        assertThat(checked(data, Map.of("pervius.seals.to", elsewhere.toString()))).as("no file outside, nothing to hold it against")
                .noneMatch(s -> s.contains("is not in the database"));
    }

    @Test
    void afterAKillNothingIsSaidToHaveBeenChangedThatWasOnlyWrittenLast() throws Exception {
        Path data = stopped();
        Path killed = Running.directory("killed");
        try (App app = Running.startOn(data, "demo", Map.of())) {
            Client.until(() -> app.bean(Sealing.class).all(), seals -> seals.getLast().kind() == Seal.Kind.START);
            Client priya = app.as("Priya Venkatarangan");
            priya.settled(priya.submit("Work in progress / Aldermoor Civils / Drawings", "Written last.pdf"));
            // What a kill leaves: the files as they are while it runs.
            app.bean(app.pervius.server.store.DiskFlush.class).copyTo(data.resolve("db/pervius.mv.db"),
                    Files.newOutputStream(Files.createDirectory(killed.resolve("db")).resolve("pervius.mv.db")));
            Files.copy(data.resolve("secret.key"), killed.resolve("secret.key"));
            Files.copy(data.resolve("seals.log"), killed.resolve("seals.log"));
        }
        assertThat(checked(killed, Map.of())).isEmpty();
    }

    /** Every column of every table that is sealed, changed in one row, and a row taken out: the seal of that table is another one. */
    @Test
    void nothingCanBeChangedThatASealDoesNotTell() throws Exception {
        Path data = stopped();
        List<String> unnoticed = new ArrayList<>();
        int tried = 0;
        try (Connection connection = DatabaseAccess.open(DatabaseAccess.file(data), new Secrets(new DataDirectory(data)), "");
                Statement statement = connection.createStatement()) {
            statement.execute("set referential_integrity false");
            connection.setAutoCommit(false);
            Map<String, TableDigest> before = TableDigests.of(connection, KEY);
            for (Map.Entry<String, TableDigest> table : before.entrySet()) {
                if (table.getValue().rows() == 0) {
                    continue;
                }
                String name = "\"" + table.getKey().toUpperCase(Locale.ROOT) + "\"";
                List<String> changes = new ArrayList<>(List.of("delete from " + name + " where _rowid_ = (select min(_rowid_) from " + name
                        + ")"));
                for (String column : textsAndNumbers(connection, table.getKey())) {
                    changes.add("update " + name + " set " + column + " where _rowid_ = (select min(_rowid_) from " + name + ")");
                }
                for (String change : changes) {
                    try {
                        if (statement.executeUpdate(change) == 1) {
                            tried++;
                            if (TableDigests.digest(connection, table.getKey(), KEY).equals(table.getValue())) {
                                unnoticed.add(change);
                            }
                        }
                    } catch (SQLException refused) {
                        // The database does not take it: a key that is there already, or a value that is not allowed.
                        assertThat(refused.getSQLState()).startsWith("2");
                    }
                    connection.rollback();
                }
            }
        }
        assertThat(unnoticed).isEmpty();
        assertThat(tried).as("changes tried").isGreaterThan(150);
    }

    /** Something else in each column that holds text, a number or a truth, so written that it is another value. */
    private static List<String> textsAndNumbers(Connection connection, String table) throws SQLException {
        List<String> changes = new ArrayList<>();
        try (ResultSet columns = connection.getMetaData().getColumns(null, connection.getSchema(), table.toUpperCase(Locale.ROOT), null)) {
            while (columns.next()) {
                String column = "\"" + columns.getString("COLUMN_NAME") + "\"";
                switch (columns.getString("TYPE_NAME")) {
                    case "CHARACTER VARYING" -> changes.add(column + " = case when coalesce(" + column + ", '') = '' then '~' else '' end");
                    case "BIGINT", "INTEGER" -> changes.add(column + " = coalesce(" + column + ", 0) + 1");
                    case "BOOLEAN" -> changes.add(column + " = not coalesce(" + column + ", false)");
                    case "TIMESTAMP WITH TIME ZONE" -> changes.add(column + " = dateadd(second, 1, coalesce(" + column
                            + ", current_timestamp))");
                    default -> { }
                }
            }
        }
        return changes;
    }
}
