package app.pervius.server.store;

import java.sql.Connection;
import org.flywaydb.core.api.migration.Context;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Watching rules may put copies, and projects say what becomes of what no rule takes: until now, nothing and stopped. */
@Component
class V15RulesGoBeside extends Rewriting {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    V15RulesGoBeside() {
        super("15", "rules go beside");
    }

    @Override
    public void migrate(Context context) throws Exception {
        Connection connection = context.getConnection();
        Definitions.rewrite(connection, "rule_edition", "definition", V15RulesGoBeside::copies);
        Definitions.rewrite(connection, "rule", "draft", V15RulesGoBeside::copies);
        Definitions.rewrite(connection, "sheet_edition", "definition", definition -> {
            JsonNode all = JSON.readTree(definition);
            untaken((ObjectNode) all.get("project"));
            return JSON.writeValueAsString(all);
        });
        Definitions.rewrite(connection, "project_handling", "draft", definition -> {
            JsonNode all = JSON.readTree(definition);
            untaken((ObjectNode) all);
            return JSON.writeValueAsString(all);
        });
    }

    private static String copies(String definition) {
        ObjectNode rule = (ObjectNode) JSON.readTree(definition);
        if (rule.get("kind").asString().equals("watching")) {
            rule.putArray("copies");
        }
        return JSON.writeValueAsString(rule);
    }

    private static void untaken(ObjectNode handling) {
        ObjectNode untaken = handling.putObject("untaken");
        untaken.put("usual", "STOP");
        untaken.putArray("folders");
    }
}
