package app.pervius.bench;

import app.pervius.server.passages.PassageFacts;
import app.pervius.server.store.DiskFlush;
import app.pervius.server.store.WritesInFlight;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.List;
import java.util.concurrent.atomic.AtomicLong;
import javax.sql.DataSource;

/** A floor for numbering: bare JDBC that writes the rows a number means into the same tables, with the same durability. */
final class SameNumbers {

    private static final String SCHEME = "floor";

    private final DataSource database;
    private final WritesInFlight writes;
    private final DiskFlush flush;
    private final AtomicLong ids;

    SameNumbers(Site.Here here) throws SQLException {
        database = here.bean(DataSource.class);
        writes = here.bean(WritesInFlight.class);
        flush = here.bean(DiskFlush.class);
        ids = new AtomicLong(1L << 40);
    }

    /** Numbers these passages, each from the counter of its originator; gives the seconds it took. */
    double run(List<PassageFacts> passages) throws Exception {
        for (String originator : passages.stream().map(p -> p.values().get("originator").orElseThrow()).distinct().toList()) {
            begin(passages.getFirst().project(), originator);
        }
        return Crowd.seconds(NumberRate.THREADS, which -> {
            for (int i = which; i < passages.size(); i += NumberRate.THREADS) {
                writes.begin();
                try {
                    one(passages.get(i));
                } finally {
                    writes.end();
                }
                flush.await();
            }
        });
    }

    private void begin(long project, String originator) throws SQLException {
        try (Connection c = database.getConnection(); PreparedStatement there =
                c.prepareStatement("select 1 from counter where project_id = ? and scheme_key = ? and combination = ?");
                PreparedStatement make = c.prepareStatement(
                        "insert into counter (id, project_id, scheme_key, combination, next_value) values (?, ?, ?, ?, 1)")) {
            there.setLong(1, project);
            there.setString(2, SCHEME);
            there.setString(3, originator);
            try (ResultSet r = there.executeQuery()) {
                if (r.next()) {
                    return;
                }
            }
            make.setLong(1, ids.incrementAndGet());
            make.setLong(2, project);
            make.setString(3, SCHEME);
            make.setString(4, originator);
            make.executeUpdate();
        }
    }

    private void one(PassageFacts passage) throws SQLException {
        String originator = passage.values().get("originator").orElseThrow();
        try (Connection c = database.getConnection()) {
            c.setAutoCommit(false);
            long value = locked(c, passage.project(), originator);
            String number = "FLOOR-" + originator + "-C-DR-" + value;
            try (PreparedStatement known = c.prepareStatement("select 1 from ledger_entry where project_id = ? and number = ?")) {
                known.setLong(1, passage.project());
                known.setString(2, number);
                known.executeQuery().close();
            }
            try (PreparedStatement count =
                    c.prepareStatement("update counter set next_value = ? where project_id = ? and scheme_key = ? and combination = ?")) {
                count.setLong(1, value + 1);
                count.setLong(2, passage.project());
                count.setString(3, SCHEME);
                count.setString(4, originator);
                count.executeUpdate();
            }
            write(c, passage, originator, number, value);
            c.commit();
            c.setAutoCommit(true);
        }
    }

    private static long locked(Connection c, long project, String originator) throws SQLException {
        try (PreparedStatement lock =
                c.prepareStatement("select next_value from counter where project_id = ? and scheme_key = ? and combination = ? for "
                + "update")) {
            lock.setLong(1, project);
            lock.setString(2, SCHEME);
            lock.setString(3, originator);
            try (ResultSet r = lock.executeQuery()) {
                r.next();
                return r.getLong(1);
            }
        }
    }

    private void write(Connection c, PassageFacts passage, String originator, String number, long value) throws SQLException {
        long document = ids.incrementAndGet();
        Timestamp now = Timestamp.from(Instant.now());
        try (PreparedStatement open = c.prepareStatement("""
                insert into document (id, project_id, number, title, originator_id, field_values, created_at, version) values (?, ?, ?,
                    ?, ?, ?, ?, 0)""");
                PreparedStatement enter = c.prepareStatement("""
                insert into ledger_entry (id, project_id, number, scheme_key, scheme_edition, combination, counter_value, state,
                    document_id, firm_id, assigned_at, by_rule, came_at)
                values (?, ?, ?, ?, 1, ?, ?, 'ASSIGNED', ?, ?, ?, ?, ?)""");
                PreparedStatement revise =
                        c.prepareStatement("insert into revision (id, document_id, code, cycle, passage_id, on_its_way, version) values "
                        + "(?, ?, 'P01', 1, ?, true, 0)")) {
            open.setLong(1, document);
            open.setLong(2, passage.project());
            open.setString(3, number);
            open.setString(4, passage.title());
            open.setLong(5, passage.authorFirm());
            open.setString(6, "{\"project\":\"KWR\",\"originator\":\"" + originator + "\",\"discipline\":\"C\",\"type\":\"DR\"}");
            open.setTimestamp(7, now);
            open.executeUpdate();
            enter.setLong(1, ids.incrementAndGet());
            enter.setLong(2, passage.project());
            enter.setString(3, number);
            enter.setString(4, SCHEME);
            enter.setString(5, originator);
            enter.setLong(6, value);
            enter.setLong(7, document);
            enter.setLong(8, passage.authorFirm());
            enter.setTimestamp(9, now);
            enter.setString(10, passage.ruleInWords());
            enter.setTimestamp(11, now);
            enter.executeUpdate();
            revise.setLong(1, ids.incrementAndGet());
            revise.setLong(2, document);
            revise.setLong(3, passage.id());
            revise.executeUpdate();
        }
    }
}
