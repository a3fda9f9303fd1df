package app.pervius.server.store.seals;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.sql.Connection;
import java.sql.DatabaseMetaData;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.jspecify.annotations.Nullable;

/** What all tables hold at one moment, each told by a number only this installation can make of it (HMAC with SHA-256). */
final class TableDigests {

    /** What changes by itself, belongs to libraries, or is about seals. */
    private static final Set<String> LEFT_OUT = Set.of("seal", "sign_in_session", "sign_in_session_attributes", "scheduled_tasks",
            "flyway_schema_history");
    private static final int AT_A_TIME = 1000;

    private TableDigests() {
    }

    /**
     * Reads all of them over one state of the database, which is that of the first statement on the connection's transaction.
     *
     * @param connection one whose transaction keeps to one state
     */
    static Map<String, TableDigest> of(Connection connection, byte[] key) throws SQLException {
        Map<String, TableDigest> digests = new TreeMap<>();
        for (String table : tables(connection)) {
            digests.put(table, digest(connection, table, key));
        }
        return digests;
    }

    private static List<String> tables(Connection connection) throws SQLException {
        List<String> found = new ArrayList<>();
        try (ResultSet tables = connection.getMetaData().getTables(null, connection.getSchema(), null,
                new String[] {"BASE TABLE", "TABLE"})) {
            while (tables.next()) {
                found.add(tables.getString("TABLE_NAME").toLowerCase(Locale.ROOT));
            }
        }
        found.removeAll(LEFT_OUT);
        return found;
    }

    private static List<String> names(ResultSet rows, String place) throws SQLException {
        Map<Integer, String> byPlace = new TreeMap<>();
        while (rows.next()) {
            byPlace.put(rows.getInt(place), rows.getString("COLUMN_NAME").toLowerCase(Locale.ROOT));
        }
        return List.copyOf(byPlace.values());
    }

    static TableDigest digest(Connection connection, String table, byte[] key) throws SQLException {
        DatabaseMetaData meta = connection.getMetaData();
        String called = table.toUpperCase(Locale.ROOT);
        List<String> columns;
        List<String> order;
        try (ResultSet rows = meta.getColumns(null, connection.getSchema(), called, null)) {
            columns = names(rows, "ORDINAL_POSITION");
        }
        try (ResultSet rows = meta.getPrimaryKeys(null, connection.getSchema(), called)) {
            order = names(rows, "KEY_SEQ");
        }
        Mac mac = mac(key);
        add(mac, table);
        long count = 0;
        try (Statement statement = connection.createStatement()) {
            statement.setFetchSize(AT_A_TIME);
            try (ResultSet rows = statement.executeQuery("select " + quoted(columns) + " from \"" + called + "\" order by "
                    + quoted(order.isEmpty() ? columns : order))) {
                while (rows.next()) {
                    for (int i = 1; i <= columns.size(); i++) {
                        add(mac, columns.get(i - 1));
                        add(mac, rows.getString(i));
                    }
                    count++;
                }
            }
        }
        return new TableDigest(count, Base64.getUrlEncoder().withoutPadding().encodeToString(mac.doFinal()));
    }

    private static String quoted(List<String> columns) {
        return columns.stream().map(c -> "\"" + c.toUpperCase(Locale.ROOT) + "\"").collect(Collectors.joining(", "));
    }

    private static void add(Mac mac, @Nullable String value) {
        if (value == null) {
            mac.update((byte) 0);
            return;
        }
        byte[] bytes = value.getBytes(StandardCharsets.UTF_8);
        mac.update((byte) 1);
        for (int shift = 24; shift >= 0; shift -= 8) {
            mac.update((byte) (bytes.length >>> shift));
        }
        mac.update(bytes);
    }

    private static Mac mac(byte[] key) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(key, "HmacSHA256"));
            return mac;
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }
}
