package app.pervius.server.store;

import java.sql.Connection;
import org.flywaydb.core.api.migration.Context;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** What rules and projects say of Issue says to which devices files are released: until now to none. */
@Component
class V31DevicesAreReleasedTo extends Rewriting {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    V31DevicesAreReleasedTo() {
        super("31", "devices are released to");
    }

    @Override
    public void migrate(Context context) throws Exception {
        Connection connection = context.getConnection();
        Definitions.rewrite(connection, "rule_edition", "definition", V31DevicesAreReleasedTo::more);
        Definitions.rewrite(connection, "rule", "draft", V31DevicesAreReleasedTo::more);
        Definitions.rewrite(connection, "sheet_edition", "definition", V31DevicesAreReleasedTo::more);
        Definitions.rewrite(connection, "project_handling", "draft", V31DevicesAreReleasedTo::more);
    }

    private static String more(String definition) {
        JsonNode all = JSON.readTree(definition);
        more(all);
        return JSON.writeValueAsString(all);
    }

    private static void more(JsonNode node) {
        if (node instanceof ObjectNode plan && plan.has("byCode") && plan.has("atOnce")) {
            plan.putArray("releases");
        }
        node.forEach(V31DevicesAreReleasedTo::more);
    }
}
