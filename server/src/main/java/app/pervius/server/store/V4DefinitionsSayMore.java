package app.pervius.server.store;

import java.sql.Connection;
import org.flywaydb.core.api.migration.Context;
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
class V4DefinitionsSayMore extends Rewriting {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    V4DefinitionsSayMore() {
        super("4", "definitions say more");
    }

    @Override
    public void migrate(Context context) throws Exception {
        Connection connection = context.getConnection();
        Definitions.rewrite(connection, "scheme_edition", "definition", V4DefinitionsSayMore::scheme);
        Definitions.rewrite(connection, "rule_edition", "definition", V4DefinitionsSayMore::rule);
        Definitions.rewrite(connection, "rule", "draft", V4DefinitionsSayMore::rule);
        Definitions.rewrite(connection, "project", "status_codes", V4DefinitionsSayMore::statusCodes);
        Definitions.rewrite(connection, "project", "fields", V4DefinitionsSayMore::fields);
        Constraints.dropUnique(connection, "revision", "code");
        try (var statement = connection.createStatement()) {
            statement.execute("alter table revision add constraint revision_code_once unique (document_id, code, attempt)");
        }
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
        rule.putObject("checks").put("unknownNumber", "STOP").put("wrongOriginator", "STOP").put("outOfSequence", "STOP")
                .put("onItsWay", "STOP");
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
}
