package app.pervius.server.store;

import java.sql.Connection;
import org.flywaydb.core.api.migration.Context;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Routes written before their steps could have several people, conditions and chasing, and decision codes without a short text and a
 * place, brought to what they say now; and several people's answers to one file may stand side by side.
 */
@Component
class V6RoutesSayMore extends Rewriting {

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String[] SHORT = {"ACC", "ACC/C", "REV", "REJ"};

    V6RoutesSayMore() {
        super("6", "routes say more");
    }

    @Override
    public void migrate(Context context) throws Exception {
        Connection connection = context.getConnection();
        Definitions.rewrite(connection, "route_edition", "definition", V6RoutesSayMore::route);
        Definitions.rewrite(connection, "project", "decision_codes", V6RoutesSayMore::decisionCodes);
        Constraints.dropUnique(connection, "review_answer", "passage_id");
        Constraints.dropUnique(connection, "review_closing", "step");
        try (var statement = connection.createStatement()) {
            statement.execute("alter table review_answer add constraint answer_from_a_seat_once unique (review_id, turn, passage_id, "
                    + "seat_id)");
            statement.execute("create index closing_of_review on review_closing (review_id, turn, id)");
        }
    }

    private static String route(String definition) {
        ObjectNode route = (ObjectNode) JSON.readTree(definition);
        route.put("filesGoAlone", false).putNull("lead");
        route.putArray("senders");
        route.putObject("completion").putObject("values");
        ((ObjectNode) route.get("completion")).putObject("statusCodes");
        for (JsonNode each : route.get("steps")) {
            ObjectNode step = (ObjectNode) each;
            JsonNode role = step.remove("role");
            step.putArray("who").addObject().put("kind", "role").set("role", role);
            step.putObject("needs").put("kind", "any");
            step.put("drawing", "WORST").putNull("when");
            step.putObject("leads");
            ObjectNode chase = step.putObject("chase").put("remindBefore", 1).put("remindAfter", 2).put("escalateAfter", 0);
            chase.putArray("escalateTo");
            chase.putObject("silence").put("kind", "wait");
        }
        return JSON.writeValueAsString(route);
    }

    private static String decisionCodes(String definition) {
        ArrayNode codes = (ArrayNode) JSON.readTree(definition);
        codes.forEach(code -> ((ObjectNode) code).put("shortText", SHORT[code.get("digit").asInt() - 1]).putNull("placing"));
        return JSON.writeValueAsString(codes);
    }
}
