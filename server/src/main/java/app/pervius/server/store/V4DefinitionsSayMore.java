package app.pervius.server.store;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;
import org.flywaydb.core.api.MigrationVersion;
import org.flywaydb.core.api.migration.Context;
import org.flywaydb.core.api.migration.JavaMigration;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Definitions written before schemes had steps and sources, rules had several name patterns and checks, codes could be retired and
 * status codes had states, brought to what they say now; and a revision's code may come again after it was withdrawn.
 */
@Component
class V4DefinitionsSayMore implements JavaMigration {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private record Row(long id, String definition) {
    }

    @Override
    public void migrate(Context context) throws Exception {
        Connection connection = context.getConnection();
        rewrite(connection, "scheme_edition", "definition", V4DefinitionsSayMore::scheme);
        rewrite(connection, "rule_edition", "definition", V4DefinitionsSayMore::rule);
        rewrite(connection, "rule", "draft", V4DefinitionsSayMore::rule);
        rewrite(connection, "project", "status_codes", V4DefinitionsSayMore::statusCodes);
        rewrite(connection, "project", "fields", V4DefinitionsSayMore::fields);
        letCodesComeAgain(connection);
    }

    private static String fields(String definition) {
        ArrayNode fields = (ArrayNode) JSON.readTree(definition);
        fields.forEach(field -> field.path("kind").path("codes").forEach(code -> ((ObjectNode) code).put("retired", false)));
        return JSON.writeValueAsString(fields);
    }

    private static String scheme(String definition) {
        ObjectNode scheme = (ObjectNode) JSON.readTree(definition);
        scheme.put("of", "DOCUMENTS").put("yearly", false).put("step", 1);
        scheme.putArray("sources");
        return JSON.writeValueAsString(scheme);
    }

    private static String rule(String definition) {
        ObjectNode rule = (ObjectNode) JSON.readTree(definition);
        JsonNode pattern = rule.remove("namePattern");
        ArrayNode patterns = rule.putArray("namePatterns");
        if (pattern != null && pattern.isString()) {
            patterns.add(pattern.stringValue());
        }
        rule.putObject("checks").put("unknownNumber", "STOP").put("wrongOriginator", "STOP").put("outOfSequence", "STOP").put("onItsWay", "STOP");
        rule.putNull("sequence");
        rule.path("issue").path("byCode").forEach(target -> {
            if (target.path("kind").asString("").equals("place")) {
                ((ObjectNode) target).put("path", "");
            }
        });
        return JSON.writeValueAsString(rule);
    }

    private static String statusCodes(String definition) {
        ArrayNode codes = (ArrayNode) JSON.readTree(definition);
        codes.forEach(code -> ((ObjectNode) code).putArray("states"));
        return JSON.writeValueAsString(codes);
    }

    private static void rewrite(Connection connection, String table, String column, UnaryOperator<String> change) throws SQLException {
        List<Row> rows = new ArrayList<>();
        try (PreparedStatement select = connection.prepareStatement("select id, " + column + " from " + table + " where " + column + " is not null");
                ResultSet found = select.executeQuery()) {
            while (found.next()) {
                rows.add(new Row(found.getLong(1), found.getString(2)));
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

    /** The constraint that a document has each code once was made without a name, so it is looked for by its columns. */
    private static void letCodesComeAgain(Connection connection) throws SQLException {
        String name;
        try (PreparedStatement select = connection.prepareStatement("""
                select tc.constraint_name from information_schema.table_constraints tc
                join information_schema.key_column_usage k on k.constraint_name = tc.constraint_name and k.table_name = tc.table_name
                where upper(tc.table_name) = 'REVISION' and tc.constraint_type = 'UNIQUE' and upper(k.column_name) = 'CODE'""");
                ResultSet found = select.executeQuery()) {
            if (!found.next()) {
                throw new SQLException("the table revision has no unique constraint on its codes");
            }
            name = found.getString(1);
        }
        try (var statement = connection.createStatement()) {
            statement.execute("alter table revision drop constraint \"" + name + "\"");
            statement.execute("alter table revision add constraint revision_code_once unique (document_id, code, attempt)");
        }
    }

    @Override
    public MigrationVersion getVersion() {
        return MigrationVersion.fromVersion("4");
    }

    @Override
    public String getDescription() {
        return "definitions say more";
    }

    @Override
    public Integer getChecksum() {
        return 1;
    }

    @Override
    public boolean canExecuteInTransaction() {
        return true;
    }
}
