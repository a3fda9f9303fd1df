package app.pervius.server.store;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;

/** Definitions in columns, rewritten by a migration. */
final class Definitions {

    private record Row(long id, String definition) {
    }

    private Definitions() {
    }

    /** Rewrites every definition of a column; rows go by their id. */
    static void rewrite(Connection connection, String table, String column, UnaryOperator<String> change) throws SQLException {
        List<Row> rows = new ArrayList<>();
        try (PreparedStatement select = connection.prepareStatement("select id, " + column + " from " + table + " where " + column
                + " is not null");
                ResultSet found = select.executeQuery()) {
            while (found.next()) {
                rows.add(new Row(found.getLong("id"), found.getString(column)));
            }
        }
        try (PreparedStatement update = connection.prepareStatement("update " + table + " set " + column + " = ? where id = ?")) {
            for (Row row : rows) {
                update.setString(1, change.apply(row.definition()));
                update.setLong(2, row.id());
                update.executeUpdate();
            }
        }
    }
}
