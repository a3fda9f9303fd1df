package app.pervius.server.store;

import java.sql.Connection;
import org.flywaydb.core.api.migration.Context;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** What rules say of arrivals that do not fit grows by files handed in again under their name, and by PDFs that cannot be opened. */
@Component
class V9ChecksSayMore extends Rewriting {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    V9ChecksSayMore() {
        super("9", "checks say more");
    }

    @Override
    public void migrate(Context context) throws Exception {
        Connection connection = context.getConnection();
        Definitions.rewrite(connection, "rule_edition", "definition", V9ChecksSayMore::more);
        Definitions.rewrite(connection, "rule", "draft", V9ChecksSayMore::more);
        Definitions.rewrite(connection, "sheet_edition", "definition", V9ChecksSayMore::more);
        Definitions.rewrite(connection, "project_handling", "draft", V9ChecksSayMore::more);
    }

    private static String more(String definition) {
        JsonNode all = JSON.readTree(definition);
        more(all);
        return JSON.writeValueAsString(all);
    }

    private static void more(JsonNode node) {
        if (node instanceof ObjectNode object && object.has("unknownNumber") && object.has("titleBlock")) {
            object.put("sameName", "NEXT_REVISION").put("unreadable", "NOTE");
        } else {
            node.forEach(V9ChecksSayMore::more);
        }
    }
}
