package app.pervius.server.store;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;

/** Constraints that were made without a name, found by their columns. */
final class Constraints {

    private Constraints() {
    }

    /** Drops the one unique constraint of a table that has a column. */
    static void dropUnique(Connection connection, String table, String column) throws SQLException {
        String name;
        try (PreparedStatement select = connection.prepareStatement("""
                select tc.constraint_name from information_schema.table_constraints tc
                join information_schema.key_column_usage k on k.constraint_name = tc.constraint_name and k.table_name = tc.table_name
                where upper(tc.table_name) = upper(?) and tc.constraint_type = 'UNIQUE' and upper(k.column_name) = upper(?)""")) {
            select.setString(1, table);
            select.setString(2, column);
            try (ResultSet found = select.executeQuery()) {
                if (!found.next()) {
                    throw new SQLException("the table " + table + " has no unique constraint with " + column);
                }
                name = found.getString("constraint_name");
            }
        }
        try (var statement = connection.createStatement()) {
            statement.execute("alter table " + table + " drop constraint \"" + name + "\"");
        }
    }
}
