package app.pervius.server.store;

import java.sql.Connection;
import org.flywaydb.core.api.migration.Context;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** What rules and projects say of Prepare says where the PDF that is read lies besides: until now nowhere. */
@Component
class V33CopiesLieSomewhere extends Rewriting {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    V33CopiesLieSomewhere() {
        super("33", "copies lie somewhere");
    }

    @Override
    public void migrate(Context context) throws Exception {
        Connection connection = context.getConnection();
        Definitions.rewrite(connection, "rule_edition", "definition", V33CopiesLieSomewhere::more);
        Definitions.rewrite(connection, "rule", "draft", V33CopiesLieSomewhere::more);
        Definitions.rewrite(connection, "sheet_edition", "definition", V33CopiesLieSomewhere::more);
        Definitions.rewrite(connection, "project_handling", "draft", V33CopiesLieSomewhere::more);
    }

    private static String more(String definition) {
        JsonNode all = JSON.readTree(definition);
        more(all);
        return JSON.writeValueAsString(all);
    }

    private static void more(JsonNode node) {
        if (node.get("prepare") instanceof ObjectNode says) {
            says.putObject("keeping").put("place", "WITH_IT").putNull("root").put("goesWithIt", false);
        }
        node.forEach(V33CopiesLieSomewhere::more);
    }
}
