package app.pervius.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Every call of the OpenAPI description with content made up from its own schemas, half fitting and half not: whatever comes,
 * the answer is a refusal with a reason or a result, never a fault. The seed is in the message of a failure.
 */
@Execution(ExecutionMode.CONCURRENT)
class FuzzTest {

    private static final JsonMapper JSON = JsonMapper.shared();
    private static final int ROUNDS = 15;
    private static final int DEEPEST = 6;
    private static final List<String> TEXTS = List.of("", " ", "a", "KWR", "null", "0", "-1", "{number}", "{", "}{", "[", "\\",
            "'; drop table passage; --",
            "<script>alert(1)</script>", "../../etc/passwd", "\u0000", "\u202E", "e\u0301", "\uD83D", "🜁", "%00", "x".repeat(300),
            "y".repeat(30_000), "2026-02-30",
            "9999999999999999999999");
    private static final List<Long> NUMBERS = List.of(0L, 1L, -1L, 2L, 4L, 5L, 1000L, 1050L, (long) Integer.MAX_VALUE, Long.MAX_VALUE,
            Long.MIN_VALUE);

    /** How many calls were answered 200 and so on, 400 and so on. */
    private final Map<Integer, Integer> answered = new HashMap<>();

    @Test
    void noCallEverEndsInAFault() {
        long seed = System.nanoTime();
        Random random = new Random(seed);
        try (Running.App app = Running.start("demo", Map.of())) {
            JsonNode api = app.as("Mirela Draganova").get("/api/openapi").must(200).body();
            List<Client> people = List.of(app.as("Mirela Draganova"), app.as("Aoife Ní Raghnaill"), app.as("Henrike Solvangen"),
                    app.as("Yusuf Karaderin"));
            List<Long> ids = knownIds(app.as("Mirela Draganova"));
            for (int round = 0; round < ROUNDS; round++) {
                for (String path : api.get("paths").propertyNames()) {
                    for (String verb : api.get("paths").get(path).propertyNames()) {
                        if (path.startsWith("/api/session") || path.startsWith("/api/entrance") || path.startsWith("/api/accounts")
                                && !verb.equals("get")) {
                            // Signing others in or out, or closing their accounts, would leave the rest of the calls unsigned; they come
                            // without a session below.
                            call(app.nobody(), api, verb, path, ids, random, seed);
                        } else {
                            call(people.get(random.nextInt(people.size())), api, verb, path, ids, random, seed);
                        }
                    }
                }
            }
            assertThat(answered.get(200)).as("seed %d: enough of it fits to get past the first look: %s", seed, answered)
                    .isGreaterThan(ROUNDS * 5);
            assertThat(answered.get(400)).isGreaterThan(ROUNDS * 5);
            assertThat(app.as("Aoife Ní Raghnaill").get("/api/check").must(200).body().get("whole").asBoolean())
                    .as("seed %d: everything is whole afterwards", seed).isTrue();
        }
    }

    /** Ids that exist, so that calls get further than "there is no such thing". */
    private static List<Long> knownIds(Client mirela) {
        List<Long> ids = new ArrayList<>(NUMBERS);
        ids.add(mirela.project());
        mirela.get("/api/projects/" + mirela.project() + "/folders").must(200).body().forEach(f -> ids.add(f.get("id").asLong()));
        mirela.get("/api/projects/" + mirela.project() + "/rules").must(200).body().get("rules")
                .forEach(r -> ids.add(r.get("id").asLong()));
        mirela.get("/api/projects/" + mirela.project() + "/people").must(200).body().get("people")
                .forEach(p -> ids.add(p.get("id").asLong()));
        mirela.get("/api/projects/" + mirela.project() + "/passages?which=ALL").must(200).body().get("items").forEach(row -> {
            ids.add(row.get("passage").get("id").asLong());
            ids.add(row.get("passage").get("from").get("submission").asLong());
        });
        return ids;
    }

    private void call(Client who, JsonNode api, String verb, String path, List<Long> ids, Random random, long seed) {
        JsonNode operation = api.get("paths").get(path).get(verb);
        StringBuilder query = new StringBuilder();
        String filled = path;
        for (JsonNode parameter : operation.path("parameters")) {
            String value = text(make(api, parameter.get("schema"), ids, random, 0));
            String encoded = java.net.URLEncoder.encode(value.substring(0, Math.min(value.length(), 1000)),
                    java.nio.charset.StandardCharsets.UTF_8);
            if (parameter.get("in").asString().equals("path")) {
                filled = filled.replace("{" + parameter.get("name").asString() + "}", encoded.isEmpty() ? "x" : encoded);
            } else if (random.nextInt(3) > 0) {
                query.append(query.isEmpty() ? "?" : "&").append(parameter.get("name").asString()).append('=').append(encoded);
            }
        }
        JsonNode body = operation.path("requestBody").path("content");
        Client.Answer answer;
        JsonNode sent = JSON.createObjectNode();
        if (body.has("application/octet-stream")) {
            answer = who.putBytes(filled, new byte[random.nextInt(5)]);
        } else {
            sent = body.has("application/json") ? make(api, body.get("application/json").get("schema"), ids, random, 0) : sent;
            answer = who.send(verb.toUpperCase(java.util.Locale.ROOT), filled + query, body.has("application/json") ? sent : null);
        }
        assertThat(answer.status()).as("seed %d: %s %s%s with %s", seed, verb, filled, query, sent).isLessThan(500);
        answered.merge(answer.status() / 100 * 100, 1, Integer::sum);
    }

    private static String text(JsonNode value) {
        return value.isValueNode() ? value.asString() : value.toString();
    }

    /** A value for a schema; one in six does not fit it. */
    private static JsonNode make(JsonNode api, JsonNode schema, List<Long> ids, Random random, int depth) {
        if (random.nextInt(6) == 0) {
            return anything(random);
        }
        if (schema.has("$ref")) {
            String name = schema.get("$ref").asString();
            return make(api, api.get("components").get("schemas").get(name.substring(name.lastIndexOf('/') + 1)), ids, random, depth);
        }
        if (schema.has("enum")) {
            return schema.get("enum").get(random.nextInt(schema.get("enum").size()));
        }
        return switch (schema.path("type").asString("object")) {
            case "integer", "number" -> JSON.getNodeFactory().numberNode(ids.get(random.nextInt(ids.size())));
            case "boolean" -> JSON.getNodeFactory().booleanNode(random.nextBoolean());
            case "string" -> JSON.getNodeFactory().stringNode(TEXTS.get(random.nextInt(TEXTS.size())));
            case "array" -> array(api, schema, ids, random, depth);
            default -> object(api, schema, ids, random, depth);
        };
    }

    private static JsonNode array(JsonNode api, JsonNode schema, List<Long> ids, Random random, int depth) {
        ArrayNode array = JSON.createArrayNode();
        for (int i = depth > DEEPEST ? 0 : random.nextInt(4); i > 0; i--) {
            array.add(make(api, schema.path("items"), ids, random, depth + 1));
        }
        return array;
    }

    private static JsonNode object(JsonNode api, JsonNode schema, List<Long> ids, Random random, int depth) {
        ObjectNode object = JSON.createObjectNode();
        for (String name : schema.path("properties").propertyNames()) {
            if (random.nextInt(10) > 0) {
                object.set(name, make(api, schema.get("properties").get(name), ids, random, depth + 1));
            }
        }
        if (schema.has("additionalProperties")) {
            object.put(TEXTS.get(random.nextInt(TEXTS.size())), TEXTS.get(random.nextInt(TEXTS.size())));
        }
        return object;
    }

    private static JsonNode anything(Random random) {
        return switch (random.nextInt(6)) {
            case 0 -> JSON.getNodeFactory().nullNode();
            case 1 -> JSON.createArrayNode();
            case 2 -> JSON.createObjectNode().put("unknown", 1);
            case 3 -> JSON.getNodeFactory().numberNode(1.5e300);
            case 4 -> JSON.getNodeFactory().stringNode(TEXTS.get(random.nextInt(TEXTS.size())));
            default -> JSON.getNodeFactory().booleanNode(true);
        };
    }
}
