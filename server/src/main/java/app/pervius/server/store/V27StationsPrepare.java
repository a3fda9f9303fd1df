package app.pervius.server.store;

import java.sql.Connection;
import java.util.List;
import org.flywaydb.core.api.migration.Context;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Rules and projects say what happens at Prepare: until now no readable copy was made, and nothing waited for. */
@Component
class V27StationsPrepare extends Rewriting {

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final List<String> STATIONS = List.of("identify", "number", "review", "issue", "tell");

    V27StationsPrepare() {
        super("27", "stations prepare");
    }

    @Override
    public void migrate(Context context) throws Exception {
        Connection connection = context.getConnection();
        Definitions.rewrite(connection, "rule_edition", "definition", V27StationsPrepare::more);
        Definitions.rewrite(connection, "rule", "draft", V27StationsPrepare::more);
        Definitions.rewrite(connection, "sheet_edition", "definition", V27StationsPrepare::more);
        Definitions.rewrite(connection, "project_handling", "draft", V27StationsPrepare::more);
    }

    private static String more(String definition) {
        JsonNode all = JSON.readTree(definition);
        more(all);
        return JSON.writeValueAsString(all);
    }

    /** A rule leaves the station to its project; the project says that nothing happens there. */
    private static void more(JsonNode node) {
        if (node instanceof ObjectNode object && STATIONS.stream().allMatch(object::has)) {
            if (object.has("untaken")) {
                object.putObject("prepare").put("copy", "NONE").putNull("companion");
            } else {
                object.putNull("prepare");
            }
        } else {
            node.forEach(V27StationsPrepare::more);
        }
    }
}
