package app.pervius.server.backup;

import app.pervius.server.integrity.Examination;
import app.pervius.server.integrity.Findings;
import app.pervius.server.store.DamagedData;
import java.sql.Connection;
import java.sql.SQLException;
import javax.sql.DataSource;
import org.springframework.stereotype.Component;

/** Every row of every table can be read: what nobody asks for is looked at, too. */
@Component
class DatabaseExamination implements Examination {

    private final DataSource database;

    DatabaseExamination(DataSource database) {
        this.database = database;
    }

    @Override
    public String subject() {
        return "Database, row by row";
    }

    @Override
    public void examine(Findings findings) {
        try (Connection connection = database.getConnection()) {
            for (String table : Rows.tables(connection)) {
                try {
                    findings.lookedAt(Rows.read(connection, table, row -> { }));
                } catch (SQLException | RuntimeException e) {
                    findings.add("The table " + table + " cannot be read to its end: " + DamagedData.in(e).orElse(e.getMessage())
                            + ". Restore a backup, or have what can be read written out (./pervius rescue).");
                }
            }
        } catch (SQLException e) {
            findings.add("The database cannot be read: " + DamagedData.in(e).orElse(e.getMessage()) + ".");
        }
    }
}
