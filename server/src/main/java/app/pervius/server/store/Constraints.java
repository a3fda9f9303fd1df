package app.pervius.server.store;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;

/** Constraints that were made without a name, found by their columns. */
final class Constraints {

    private Constraints() {
    }

    /** Drops the one unique constraint of a table that has a column. */
    static void dropUnique(Connection connection, String table, String column) throws SQLException {
        List<String> names = names(connection, table, column, "UNIQUE");
        if (names.isEmpty()) {
            throw new SQLException("the table " + table + " has no unique constraint with " + column);
        }
        drop(connection, table, names.getFirst());
    }

    /** Drops what makes a column refer to another table, where it does. */
    static void dropForeignKey(Connection connection, String table, String column) throws SQLException {
        for (String name : names(connection, table, column, "FOREIGN KEY")) {
            drop(connection, table, name);
        }
    }

    private static List<String> names(Connection connection, String table, String column, String kind) throws SQLException {
        try (PreparedStatement select = connection.prepareStatement("""
                select tc.constraint_name from information_schema.table_constraints tc
                join information_schema.key_column_usage k on k.constraint_name = tc.constraint_name and k.table_name = tc.table_name
                where upper(tc.table_name) = upper(?) and tc.constraint_type = ? and upper(k.column_name) = upper(?)""")) {
            select.setString(1, table);
            select.setString(2, kind);
            select.setString(3, column);
            try (ResultSet found = select.executeQuery()) {
                List<String> names = new ArrayList<>();
                while (found.next()) {
                    names.add(found.getString("constraint_name"));
                }
                return names;
            }
        }
    }

    private static void drop(Connection connection, String table, String name) throws SQLException {
        try (var statement = connection.createStatement()) {
            statement.execute("alter table " + table + " drop constraint \"" + name + "\"");
        }
    }
}
