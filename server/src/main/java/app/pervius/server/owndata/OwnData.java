package app.pervius.server.owndata;

import java.io.IOException;
import java.io.OutputStream;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.ResultSetMetaData;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import javax.sql.DataSource;
import org.springframework.stereotype.Component;
import tools.jackson.core.JsonGenerator;
import tools.jackson.databind.json.JsonMapper;

/**
 * Finds every row that is of an account, of the persons it is in its projects, or addressed to it: by what the database itself knows of
 * what refers to what, so that nothing is forgotten that comes later. What lets somebody in is left out.
 */
@Component
class OwnData {

    private static final String ACCOUNT = "ACCOUNT";
    private static final String PERSON = "PERSON";
    /** Columns that name somebody without the database being told to what they refer. */
    private static final Set<String> NAMES_ACCOUNTS = Set.of("ACCOUNT_ID");
    private static final Set<String> NAMES_PERSONS = Set.of("PERSON_ID", "ACTOR_ID", "AUTHOR_ID", "ASKED_BY");
    private static final String RECIPIENT = "RECIPIENT";
    private static final Pattern LETS_IN = Pattern.compile(".*(SECRET|PASSWORD|HASH|TOKEN|PUBLIC_KEY|SIGNATURE|ATTESTATION).*");
    private static final int AT_A_TIME = 500;

    private final DataSource database;

    OwnData(DataSource database) {
        this.database = database;
    }

    private record Reference(String column, List<?> values) {
    }

    /** Writes all of it as JSON: the rows of each table that has some, under the table's name, each with its columns by name. */
    void write(long account, String email, OutputStream out) throws IOException {
        try (Connection connection = database.getConnection(); JsonGenerator json = JsonMapper.builder().build().createGenerator(out)) {
            connection.setReadOnly(true);
            json.writeStartObject();
            for (Map.Entry<String, List<Reference>> table : references(connection, account, email).entrySet()) {
                write(connection, table.getKey(), table.getValue(), json);
            }
            json.writeEndObject();
        } catch (SQLException e) {
            throw new IOException("what is kept of account " + account + " cannot be read", e);
        }
    }

    private static Map<String, List<Reference>> references(Connection connection, long account, String email) throws SQLException {
        Map<String, List<Reference>> found = new TreeMap<>();
        List<Long> own = List.of(account);
        add(found, ACCOUNT, new Reference("ID", own));
        Map<String, List<String>> toAccounts = columns(connection, ACCOUNT);
        toAccounts.forEach((table, columns) -> columns.forEach(column -> add(found, table, new Reference(column, own))));
        List<Long> persons = new ArrayList<>();
        for (String column : toAccounts.getOrDefault(PERSON, List.of())) {
            persons.addAll(ids(connection, PERSON, column, account));
        }
        if (!persons.isEmpty()) {
            add(found, PERSON, new Reference("ID", persons));
            columns(connection, PERSON).forEach((table, columns) -> columns.forEach(column -> add(found, table, new Reference(column,
                    persons))));
        }
        for (String column : NAMES_ACCOUNTS) {
            called(connection, column, own, found);
        }
        for (String column : persons.isEmpty() ? Set.<String>of() : NAMES_PERSONS) {
            called(connection, column, persons, found);
        }
        called(connection, RECIPIENT, List.of(email), found);
        return found;
    }

    private static void add(Map<String, List<Reference>> found, String table, Reference reference) {
        List<Reference> references = found.computeIfAbsent(table, t -> new ArrayList<>());
        if (references.stream().noneMatch(r -> r.column().equals(reference.column()))) {
            references.add(reference);
        }
    }

    /** Every column of that name. */
    private static void called(Connection connection, String column, List<?> values, Map<String, List<Reference>> found)
            throws SQLException {
        try (ResultSet columns = connection.getMetaData().getColumns(null, connection.getSchema(), null, column)) {
            while (columns.next()) {
                add(found, columns.getString("TABLE_NAME"), new Reference(column, values));
            }
        }
    }

    /** The columns of each table that refer to a table. */
    private static Map<String, List<String>> columns(Connection connection, String table) throws SQLException {
        Map<String, List<String>> found = new LinkedHashMap<>();
        try (ResultSet keys = connection.getMetaData().getExportedKeys(null, connection.getSchema(), table)) {
            while (keys.next()) {
                found.computeIfAbsent(keys.getString("FKTABLE_NAME"), t -> new ArrayList<>()).add(keys.getString("FKCOLUMN_NAME"));
            }
        }
        return found;
    }

    private static List<Long> ids(Connection connection, String table, String column, long value) throws SQLException {
        try (PreparedStatement statement = connection.prepareStatement("select \"ID\" from \"" + table + "\" where \"" + column
                + "\" = ?")) {
            statement.setLong(1, value);
            try (ResultSet rows = statement.executeQuery()) {
                List<Long> ids = new ArrayList<>();
                while (rows.next()) {
                    ids.add(rows.getLong("ID"));
                }
                return ids;
            }
        }
    }

    private static void write(Connection connection, String table, List<Reference> references, JsonGenerator json) throws SQLException {
        String wanted = references.stream().map(r -> "\"" + r.column() + "\" in (" + String.join(", ",
                Collections.nCopies(r.values().size(), "?")) + ")").collect(Collectors.joining(" or "));
        try (PreparedStatement statement = connection.prepareStatement("select * from \"" + table + "\" where " + wanted)) {
            statement.setFetchSize(AT_A_TIME);
            int mark = 1;
            for (Reference reference : references) {
                for (Object value : reference.values()) {
                    statement.setObject(mark++, value);
                }
            }
            try (ResultSet rows = statement.executeQuery()) {
                ResultSetMetaData columns = rows.getMetaData();
                boolean any = false;
                while (rows.next()) {
                    if (!any) {
                        json.writeName(table.toLowerCase(Locale.ROOT));
                        json.writeStartArray();
                        any = true;
                    }
                    json.writeStartObject();
                    for (int i = 1; i <= columns.getColumnCount(); i++) {
                        String name = columns.getColumnLabel(i);
                        String value = rows.getString(i);
                        if (value != null && !LETS_IN.matcher(name).matches()) {
                            json.writeStringProperty(name.toLowerCase(Locale.ROOT), value);
                        }
                    }
                    json.writeEndObject();
                }
                if (any) {
                    json.writeEndArray();
                }
            }
        }
    }
}
