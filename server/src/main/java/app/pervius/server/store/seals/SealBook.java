package app.pervius.server.store.seals;

import app.pervius.server.store.Json;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import tools.jackson.core.type.TypeReference;

/** The seals in the database, over a connection of their own: they are made when nothing else is open any more, too. */
final class SealBook {

    private static final String COLUMNS = "number, at, kind, step, found, tables, previous, hash, signature";

    private SealBook() {
    }

    static List<Seal> all(Connection connection) throws SQLException {
        try (PreparedStatement statement = connection.prepareStatement("select " + COLUMNS + " from seal order by number");
                ResultSet rows = statement.executeQuery()) {
            List<Seal> seals = new ArrayList<>();
            while (rows.next()) {
                seals.add(seal(rows));
            }
            return seals;
        }
    }

    static Optional<Seal> last(Connection connection) throws SQLException {
        try (PreparedStatement statement = connection.prepareStatement("select " + COLUMNS
                + " from seal order by number desc fetch first 1 row only");
                ResultSet rows = statement.executeQuery()) {
            return rows.next() ? Optional.of(seal(rows)) : Optional.empty();
        }
    }

    static Optional<Instant> lastStart(Connection connection) throws SQLException {
        try (PreparedStatement statement = connection.prepareStatement("select max(at) as at from seal where kind = 'START'");
                ResultSet rows = statement.executeQuery()) {
            return rows.next() ? Optional.ofNullable(rows.getObject("at", OffsetDateTime.class)).map(OffsetDateTime::toInstant)
                    : Optional.empty();
        }
    }

    /** What each table held at the last seal, as it was written; nothing is known of earlier ones but its hash. */
    static String lastContent(Connection connection) throws SQLException {
        try (PreparedStatement statement = connection.prepareStatement("select content from seal order by number desc "
                + "fetch first 1 row only");
                ResultSet rows = statement.executeQuery()) {
            return rows.next() ? rows.getString("content") : "";
        }
    }

    static Map<String, TableDigest> tables(String content) {
        return Json.read(content, new TypeReference<LinkedHashMap<String, TableDigest>>() { });
    }

    /** Adds one, and commits. */
    static void add(Connection connection, Seal seal, String content) throws SQLException {
        try (PreparedStatement forget = connection.prepareStatement("update seal set content = '' where content <> ''");
                PreparedStatement insert = connection.prepareStatement("insert into seal (" + COLUMNS
                        + ", content) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)")) {
            forget.executeUpdate();
            insert.setLong(1, seal.number());
            insert.setObject(2, seal.at().atOffset(ZoneOffset.UTC));
            insert.setString(3, seal.kind().name());
            insert.setString(4, seal.step());
            insert.setString(5, seal.found());
            insert.setString(6, seal.tables());
            insert.setString(7, seal.previous());
            insert.setString(8, seal.hash());
            insert.setString(9, seal.signature());
            insert.setString(10, content);
            insert.executeUpdate();
        }
        connection.commit();
    }

    private static Seal seal(ResultSet row) throws SQLException {
        return new Seal(row.getLong("number"), row.getObject("at", OffsetDateTime.class).toInstant(),
                Seal.Kind.valueOf(row.getString("kind")), row.getString("step"), row.getString("found"), row.getString("tables"),
                row.getString("previous"), row.getString("hash"), row.getString("signature"));
    }
}
