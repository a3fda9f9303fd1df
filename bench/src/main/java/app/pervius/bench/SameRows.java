package app.pervius.bench;

import app.pervius.server.store.DatabaseAccess;
import app.pervius.server.store.DiskFlush;
import app.pervius.server.store.WritesInFlight;
import com.zaxxer.hikari.HikariDataSource;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import javax.sql.DataSource;

/**
 * The floor of (b) and (d): bare JDBC that writes into a copy of the database as it was before, by as many threads as the
 * engine has workers, exactly the rows that are new or changed afterwards, in the same number of commits, each of which also
 * writes one passage again, as a station does; as many of them as were answered to people are forced to the disk.
 */
final class SameRows {

    private static final int THREADS = 4;

    private record Table(String name, List<String> columns, List<String> key) {

        String insert() {
            return "insert into " + name + " (" + String.join(", ", columns) + ") values (" + columns.stream().map(c -> "?")
                    .collect(Collectors.joining(", ")) + ")";
        }

        String update() {
            return "update " + name + " set " + columns.stream().map(c -> c + " = ?").collect(Collectors.joining(", "))
                    + " where " + key.stream().map(c -> c + " = ?").collect(Collectors.joining(" and "));
        }

        List<Object> keyOf(Object[] row) {
            return key.stream().map(c -> row[columns.indexOf(c)]).toList();
        }
    }

    private final DataSource ours;
    private final DatabaseAccess access;
    private final Path copy;

    private SameRows(DataSource ours, DatabaseAccess access, Path copy) {
        this.ours = ours;
        this.access = access;
        this.copy = copy;
    }

    /** Notes how the database is now. */
    static SameRows before(Site.Here here) throws SQLException, IOException {
        DataSource ours = here.bean(DataSource.class);
        Path copy = Files.createTempDirectory("pervius-floor");
        Path zip = copy.resolve("before.zip");
        try (Connection c = ours.getConnection(); Statement s = c.createStatement()) {
            s.execute("backup to '" + zip + "'");
        }
        try (ZipInputStream in = new ZipInputStream(Files.newInputStream(zip))) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                keep(in, copy.resolve(Path.of(entry.getName()).getFileName()));
            }
        }
        return new SameRows(ours, here.bean(DatabaseAccess.class), copy);
    }

    private static void keep(InputStream in, Path file) throws IOException {
        Files.copy(in, file);
    }

    /** Writes what has become different since, and gives the seconds it took. */
    double secondsFor(long commits, long forced) throws SQLException {
        try (HikariDataSource floor = new HikariDataSource()) {
            floor.setJdbcUrl("jdbc:h2:async:" + copy.resolve("pervius") + access.getJdbcUrl().replaceFirst("^[^;]*", ""));
            floor.setUsername(access.getUsername());
            floor.setPassword(access.getPassword());
            floor.setMaximumPoolSize(24);
            floor.setAutoCommit(false);
            return write(floor, commits, forced);
        } finally {
            Site.delete(copy);
        }
    }

    private double write(DataSource floor, long commits, long forced) throws SQLException {
        Map<Table, List<Object[]>> inserts = new LinkedHashMap<>();
        Map<Table, List<Object[]>> updates = new LinkedHashMap<>();
        for (Table table : tables()) {
            Map<List<Object>, Object[]> before = rows(floor, table);
            List<Object[]> news = new ArrayList<>();
            List<Object[]> changed = new ArrayList<>();
            rows(ours, table).forEach((key, row) -> {
                Object[] former = before.get(key);
                if (former == null) {
                    news.add(row);
                } else if (!Arrays.deepEquals(former, row)) {
                    changed.add(row);
                }
            });
            inserts.put(table, news);
            updates.put(table, changed);
        }
        int rows = inserts.values().stream().mapToInt(List::size).sum() + updates.values().stream().mapToInt(List::size).sum();
        Table passage = inserts.keySet().stream().filter(t -> t.name().equalsIgnoreCase("passage")).findFirst().orElseThrow();
        List<Object[]> passages = Objects.requireNonNull((Objects.requireNonNull(inserts.get(passage)).isEmpty() ? updates : inserts)
                .get(passage));
        System.err.printf("    floor: %d rows in %d commits, %d of them forced%n", rows, commits, forced);
        double perCommit = (double) rows / commits;
        WritesInFlight writes = new WritesInFlight();
        DiskFlush flush = new DiskFlush(floor, writes);
        Station station = new Station(floor, passage, passages, perCommit, writes, flush, (double) forced / commits);
        long begin = System.nanoTime();
        for (Map.Entry<Table, List<Object[]>> each : inserts.entrySet()) {
            boolean later = each.getKey() != passage && station.begun;
            station.writeAll(each.getKey(), each.getKey().insert(), each.getValue(), false, later);
            station.begun |= each.getKey() == passage || !Objects.requireNonNull(updates.get(passage)).isEmpty();
        }
        for (Map.Entry<Table, List<Object[]>> each : updates.entrySet()) {
            station.writeAll(each.getKey(), each.getKey().update(), each.getValue(), true, true);
        }
        flush.await();
        return Crowd.since(begin);
    }

    /** Writes rows as stations do: some rows and one passage, then a commit. */
    private static final class Station {
        private final DataSource floor;
        private final Table passage;
        private final List<Object[]> passages;
        private final double perCommit;
        private final WritesInFlight writes;
        private final DiskFlush flush;
        private final double forcedShare;
        private boolean begun;

        Station(DataSource floor, Table passage, List<Object[]> passages, double perCommit, WritesInFlight writes, DiskFlush flush,
                double forcedShare) {
            this.floor = floor;
            this.passage = passage;
            this.passages = passages;
            this.perCommit = perCommit;
            this.writes = writes;
            this.flush = flush;
            this.forcedShare = forcedShare;
        }

        void writeAll(Table table, String sql, List<Object[]> rows, boolean keyed, boolean alsoAPassage) {
            if (rows.isEmpty()) {
                return;
            }
            Crowd.seconds(THREADS, which -> {
                try (Connection c = floor.getConnection(); PreparedStatement write = c.prepareStatement(sql);
                        PreparedStatement again = c.prepareStatement(passage.update())) {
                    double due = perCommit;
                    double owed = 0;
                    int done = 0;
                    writes.begin();
                    for (int i = which; i < rows.size(); i += THREADS) {
                        set(write, table, rows.get(i), keyed);
                        write.executeUpdate();
                        if (++done >= due) {
                            if (alsoAPassage) {
                                // A thread's own passages, so that two never wait for the same row.
                                set(again, passage, passages.get((i / THREADS * THREADS + which) % (passages.size() / THREADS * THREADS)),
                                        true);
                                again.executeUpdate();
                            }
                            c.commit();
                            writes.end();
                            due += perCommit;
                            owed += forcedShare;
                            if (owed >= 1) {
                                flush.await();
                                owed--;
                            }
                            writes.begin();
                        }
                    }
                    c.commit();
                    writes.end();
                }
            });
        }

        private static void set(PreparedStatement statement, Table table, Object[] row, boolean keyed) throws SQLException {
            int at = 1;
            for (Object value : row) {
                statement.setObject(at++, value);
            }
            if (keyed) {
                for (Object part : table.keyOf(row)) {
                    statement.setObject(at++, part);
                }
            }
        }
    }

    /** All tables, those that others refer to first. */
    private List<Table> tables() throws SQLException {
        try (Connection c = ours.getConnection()) {
            Map<String, Set<String>> needs = new LinkedHashMap<>();
            try (ResultSet r = c.getMetaData().getTables(null, "PUBLIC", null, new String[] {"BASE TABLE"})) {
                while (r.next()) {
                    needs.put(r.getString("TABLE_NAME"), new LinkedHashSet<>());
                }
            }
            needs.remove("flyway_schema_history");
            for (String table : needs.keySet()) {
                try (ResultSet r = c.getMetaData().getImportedKeys(null, "PUBLIC", table)) {
                    while (r.next()) {
                        if (!r.getString("PKTABLE_NAME").equals(table)) {
                            needs.get(table).add(r.getString("PKTABLE_NAME"));
                        }
                    }
                }
            }
            List<Table> ordered = new ArrayList<>();
            Set<String> placed = new LinkedHashSet<>();
            while (placed.size() < needs.size()) {
                for (String table : needs.keySet()) {
                    if (!placed.contains(table) && placed.containsAll(needs.get(table))) {
                        placed.add(table);
                        ordered.add(new Table(table, names(c.getMetaData().getColumns(null, "PUBLIC", table, null)),
                                names(c.getMetaData().getPrimaryKeys(null, "PUBLIC", table))));
                    }
                }
            }
            return ordered;
        }
    }

    private static List<String> names(ResultSet result) throws SQLException {
        try (result) {
            List<String> names = new ArrayList<>();
            while (result.next()) {
                names.add(result.getString("COLUMN_NAME"));
            }
            return names;
        }
    }

    private static Map<List<Object>, Object[]> rows(DataSource source, Table table) throws SQLException {
        try (Connection c = source.getConnection(); Statement s = c.createStatement();
                ResultSet r = s.executeQuery("select " + String.join(", ", table.columns()) + " from " + table.name() + " order by "
                        + String.join(", ", table.key()))) {
            Map<List<Object>, Object[]> rows = new LinkedHashMap<>();
            while (r.next()) {
                Object[] row = new Object[table.columns().size()];
                for (int i = 0; i < row.length; i++) {
                    row[i] = r.getObject(i + 1);
                }
                rows.put(table.keyOf(row), row);
            }
            return rows;
        }
    }
}
