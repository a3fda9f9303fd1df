package app.pervius.server.backup;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Reads a database table by table and row by row, whatever its tables are. */
final class Rows {

    private static final int AT_ONCE = 1_000;

    /** Takes one row after the other; the first is the names of the columns, which are there for an empty table, too. */
    interface Taker {
        void take(List<@Nullable Object> row) throws SQLException;
    }

    private Rows() {
    }

    /** The names of all tables. */
    static List<String> tables(Connection connection) throws SQLException {
        List<String> names = new ArrayList<>();
        try (Statement statement = connection.createStatement();
                ResultSet found = statement.executeQuery("select table_name from information_schema.tables where table_schema = 'PUBLIC' "
                        + "and table_type = 'BASE TABLE' order by table_name")) {
            while (found.next()) {
                names.add(found.getString("table_name"));
            }
        }
        return names;
    }

    /** Reads a table; gives how many rows it has. What was read before something could not be has been taken. */
    static long read(Connection connection, String table, Taker taker) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            statement.setFetchSize(AT_ONCE);
            try (ResultSet all = statement.executeQuery("select * from \"" + table + "\"")) {
                int columns = all.getMetaData().getColumnCount();
                List<@Nullable Object> row = new ArrayList<>();
                for (int column = 1; column <= columns; column++) {
                    row.add(all.getMetaData().getColumnLabel(column));
                }
                taker.take(row);
                long rows = 0;
                for (; all.next(); rows++) {
                    row = new ArrayList<>();
                    for (int column = 1; column <= columns; column++) {
                        row.add(all.getObject(column));
                    }
                    taker.take(row);
                }
                return rows;
            }
        }
    }
}
