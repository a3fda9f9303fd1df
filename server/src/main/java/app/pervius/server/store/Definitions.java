package app.pervius.server.store;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Definitions in columns, rewritten by a migration. */
final class Definitions {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private record Row(long id, String definition) {
    }

    private Definitions() {
    }

    /** Changes every part of what rules say, in force, drafted and as the project's own; {@code change} is given each object there is. */
    static void rewriteRules(Connection connection, Consumer<ObjectNode> change) throws SQLException {
        UnaryOperator<String> whole = definition -> {
            JsonNode all = JSON.readTree(definition);
            each(all, change);
            return JSON.writeValueAsString(all);
        };
        rewrite(connection, "rule_edition", "definition", whole);
        rewrite(connection, "rule", "draft", whole);
        rewrite(connection, "sheet_edition", "definition", whole);
        rewrite(connection, "project_handling", "draft", whole);
    }

    private static void each(JsonNode node, Consumer<ObjectNode> change) {
        if (node instanceof ObjectNode object) {
            change.accept(object);
        }
        node.forEach(below -> each(below, change));
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
