package app.pervius.server;

import app.pervius.server.Running.App;
import app.pervius.server.folders.Folders;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

/** What the tests of reviews have in common: routes of their own, and files sent on them by hand. */
public final class Desks {

    /** A folder of Aldermoor Civils that no rule stands on. */
    public static final String REPORTS = "Work in progress / Aldermoor loose reports";

    private final App app;
    public final Client mirela;
    public final String project;

    public Desks(App app) {
        this.app = app;
        this.mirela = app.as("Mirela Draganova");
        this.project = "/api/projects/" + mirela.project();
        if (!mirela.get(project + "/folders").must(200).raw().body().contains(REPORTS)) {
            long parent = mirela.folder("Work in progress");
            long firm = mirela.get(project + "/people").must(200).body().get("firms").valueStream()
                    .filter(f -> f.get("code").asString().equals("ALD")).findFirst().orElseThrow().get("id").asLong();
            app.bean(TransactionTemplate.class).executeWithoutResult(status -> app.bean(Folders.class)
                    .make(new Folders.NewFolder(parent, "Aldermoor loose reports", null, firm, Map.of("discipline", "C", "type", "RP"))));
        }
    }

    public long person(String name) {
        return find(mirela.get(project + "/people").must(200).body().get("people"), name).get("id").asLong();
    }

    public JsonNode role(String name) {
        return find(mirela.get(project + "/people").must(200).body().get("roles"), name);
    }

    /** Makes a role of the reviewing side with these holders. */
    public long role(String name, String... holders) {
        mirela.post(project + "/roles", Map.of("name", name, "may",
                Map.of("controls", false, "seesAll", true, "seesFirms", List.of(), "handsIn", true, "sendsByHand", false, "decides", true),
                "version", 0)).must(201);
        hold(name, holders);
        return role(name).get("id").asLong();
    }

    public void hold(String role, String... holders) {
        JsonNode now = role(role);
        mirela.put(project + "/roles/" + now.get("id").asLong() + "/holders",
                Map.of("version", now.get("version").asInt(), "holders", java.util.Arrays.stream(holders).map(this::person).toList()))
                .must(204);
    }

    public static Map<String, Object> who(String kind, Object what) {
        return switch (kind) {
            case "MATRIX" -> Map.of("kind", kind, "duty", what);
            case "FIELD" -> Map.of("kind", kind, "field", what);
            default -> Map.of("kind", kind, "id", what);
        };
    }

    public static Map<String, Object> step(String name, String kind, List<Map<String, Object>> who) {
        Map<String, Object> step = new HashMap<>(Map.of("name", name, "kind", kind, "who", who, "needs", "ANY", "atLeast", 1, "drawing",
                "WORST", "workingDays", 3, "leads", List.of()));
        step.put("chase", chase(0, 0, 0, List.of(), Map.of("kind", "WAIT", "code", 1, "daysAfter", 0)));
        return step;
    }

    /** What a step does while nobody answers. */
    public static Map<String, Object> chase(int remindBefore, int remindAfter, int escalateAfter, List<Long> escalateTo,
            Map<String, Object> silence) {
        return Map.of("remindBefore", remindBefore, "remindAfter", remindAfter, "escalateAfter", escalateAfter, "escalateTo", escalateTo,
                "silence", silence);
    }

    public static Map<String, Object> form(String name, List<Map<String, Object>> steps) {
        return new HashMap<>(Map.of("name", name, "steps", steps, "ownFirmDecides", false, "filesGoAlone", false, "senders", List.of(),
                "senderFirms", List.of(), "senderPeople", List.of(), "values", Map.of(), "statusCodes", List.of()));
    }

    public void route(String key, Map<String, Object> form) {
        mirela.put(project + "/routes/" + key, Map.of("edition", 0, "form", form)).must(204);
    }

    /** A route of one approval by a person. */
    public void approvedBy(String key, String person) {
        route(key, form(key, List.of(step("Approval", "APPROVAL", List.of(who("PERSON", person(person)))))));
    }

    /** Puts files of Priya's into a folder no rule stands on; gives their ids there. */
    public List<Long> lying(String... names) {
        app.as("Priya Venkatarangan").submit(REPORTS, names);
        JsonNode there = mirela.get("/api/folders/" + mirela.folder(REPORTS)).must(200).body().get("files").get("items");
        List<Long> ids = new ArrayList<>();
        for (String name : names) {
            ids.add(there.valueStream().map(r -> r.get("file")).filter(f -> f.get("name").asString().equals(name)).findFirst().orElseThrow()
                    .get("id").asLong());
        }
        return ids;
    }

    /** Has such files sent on a route by hand; gives their passages once they wait in review. */
    public List<JsonNode> send(String route, String... names) {
        return mirela.settled(mirela.post("/api/folders/" + mirela.folder(REPORTS) + "/sendings", sending(lying(names), route)).must(201)
                .body().get("submission").asLong());
    }

    public static Map<String, Object> sending(List<Long> files, String route) {
        return new HashMap<>(Map.of("files", files, "route", route, "purpose", "for review", "message", "", "persons", List.of(),
                "addresses", List.of()));
    }

    public Client as(String name) {
        return app.as(name);
    }

    public static JsonNode passage(Client who, JsonNode passage) {
        return who.get("/api/passages/" + passage.get("id").asLong()).must(200).body();
    }

    public static JsonNode ended(Client who, JsonNode passage) {
        return Client.until(() -> passage(who, passage).get("row").get("passage"), p -> p.get("at").has("ended"));
    }

    /** A person gives every file of the review a code and closes the step. */
    public static void decideAll(Client who, JsonNode passage, int code, String comment) {
        JsonNode review = who.reviewOf(passage);
        review.get("files").forEach(f -> who.decide(review, f.get("passage"), code, comment).must(204));
        who.closeStep(review).must(204);
    }

    public static String at(JsonNode review) {
        return "/api/reviews/" + review.get("id").asLong();
    }

    public static List<JsonNode> mails(Client who, String recipient, String text) {
        return who.get("/api/mail-room").must(200).body().get("items").valueStream()
                .filter(m -> m.get("recipient").asString().startsWith(recipient) && m.get("text").asString().contains(text)).toList();
    }

    private static JsonNode find(JsonNode all, String name) {
        return all.valueStream().filter(n -> n.get("name").asString().equals(name)).findFirst()
                .orElseThrow(() -> new IllegalArgumentException("nothing is called " + name));
    }
}
