package app.pervius.server;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/** Rules as forms, for tests that need one; each part can be replaced. */
public final class RuleForms {

    public static final Map<String, Object> CHECKS = Map.of("unknownNumber", "STOP", "wrongOriginator", "STOP", "outOfSequence", "STOP",
            "onItsWay", "STOP",
            "nameMisfit", "STOP", "titleBlock", "NOT_COMPARED", "sameName", "NEXT_REVISION", "unreadable", "NOTE");
    public static final Map<String, Object> AUTHOR = Map.of("kind", "AUTHOR");

    private RuleForms() {
    }

    /** A handling rule for every file in a folder and below; 1 is placed, everything else goes back, the author is told of the end. */
    public static Map<String, Object> handling(String name, long folder, String scheme, String route, long target) {
        Map<String, Object> form = new HashMap<>(Map.of("kind", "HANDLING", "name", name, "description", "", "places",
                List.of(place(folder, true)), "conditions", List.of(), "copies", List.of()));
        form.put("stations", new HashMap<>(Map.of("identify", identify(), "number", Map.of("scheme", scheme), "review",
                Map.of("route", route),
                "issue", issue(into(target, "A1")), "tell", tell("ISSUED", AUTHOR))));
        return form;
    }

    /** A rule that leaves every station to the project. */
    public static Map<String, Object> asProject(String name, long folder) {
        Map<String, Object> form = new HashMap<>(Map.of("kind", "HANDLING", "name", name, "description", "", "places",
                List.of(place(folder, true)), "conditions", List.of(), "copies", List.of()));
        form.put("stations", new HashMap<>());
        return form;
    }

    public static Map<String, Object> watching(String name, long folder, String occasion, String text, Map<String, Object> whom) {
        Map<String, Object> form = new HashMap<>(Map.of("kind", "WATCHING", "name", name, "description", "", "places",
                List.of(place(folder, true)), "conditions", List.of(), "copies", List.of()));
        form.put("stations", Map.of("tell", Map.of("tellings", List.of(Map.of("occasion", occasion, "whom", List.of(whom), "text",
                text)))));
        return form;
    }

    /** A watching rule that puts a copy into a folder on an occasion, and tells nobody. */
    public static Map<String, Object> copying(String name, long folder, String occasion, long into, String path, String whenTaken) {
        Map<String, Object> form = watching(name, folder, occasion, "", AUTHOR);
        form.put("stations", Map.of("tell", Map.of("tellings", List.of())));
        form.put("copies", List.of(Map.of("occasion", occasion, "into", Map.of("folder", into, "path", path, "name", "{name}"), "whenTaken",
                whenTaken)));
        return form;
    }

    /** Replaces what a rule says of a station. */
    @SuppressWarnings("unchecked")
    public static Map<String, Object> with(Map<String, Object> form, String station, Object says) {
        ((Map<String, Object>) form.get("stations")).put(station, says);
        return form;
    }

    public static Map<String, Object> place(long folder, boolean withBelow) {
        return Map.of("folder", folder, "withBelow", withBelow);
    }

    public static Map<String, Object> identify(String... namePatterns) {
        return new HashMap<>(Map.of("namePatterns", List.of(namePatterns), "asks", List.of(), "checks", CHECKS));
    }

    public static Map<String, Object> into(long folder, String status) {
        return into(folder, status, "");
    }

    public static Map<String, Object> into(long folder, String status, String path) {
        return new HashMap<>(Map.of("into", Map.of("folder", folder, "path", path, "name", "{number}_{revision}_{status}"), "status",
                status, "manner", "COPY",
                "whenTaken", "STOP", "sets", List.of(), "copies", List.of()));
    }

    /** 1 is placed; 2, 3 and 4 go back. */
    public static Map<String, Object> issue(Map<String, Object> first) {
        List<Map<String, Object>> byCode = new ArrayList<>(List.of(Map.of("code", 1, "target", Map.of("kind", "PLACE", "place", first))));
        List.of(2, 3, 4).forEach(code -> byCode.add(Map.of("code", code, "target", Map.of("kind", "BACK"))));
        return Map.of("byCode", byCode);
    }

    public static Map<String, Object> filedAtOnce(Map<String, Object> place) {
        return Map.of("byCode", List.of(), "atOnce", place);
    }

    public static Map<String, Object> tell(String occasion, Map<String, Object> whom) {
        return Map.of("tellings", List.of(Map.of("occasion", occasion, "whom", List.of(whom), "text", "")));
    }

    /** Adds a rule as a draft; gives its id. */
    public static long add(Client who, Map<String, Object> form) {
        return who.post("/api/projects/" + who.project() + "/rules", Map.of("rule", form)).must(201).body().get("id").asLong();
    }

    public static JsonNode row(Client who, long id) {
        return who.get("/api/projects/" + who.project() + "/rules").must(200).body().get("rules").valueStream()
                .filter(r -> r.get("id").asLong() == id).findFirst().orElseThrow();
    }

    public static JsonNode named(Client who, String name) {
        return who.get("/api/projects/" + who.project() + "/rules").must(200).body().get("rules").valueStream()
                .filter(r -> r.path("inForce").path("name").asString("").equals(name))
                .findFirst().orElseThrow();
    }

    public static void saveDraft(Client who, long id, Object form) {
        who.put("/api/rules/" + id + "/draft", Map.of("version", row(who, id).get("version").asInt(), "rule", form)).must(204);
    }

    public static Client.Answer putInForce(Client who, long... ids) {
        List<Map<String, Object>> rows = new ArrayList<>();
        for (long id : ids) {
            rows.add(Map.of("id", id, "version", row(who, id).get("version").asInt()));
        }
        return who.post("/api/projects/" + who.project() + "/rules/putting-in-force", Map.of("rows", rows, "order", false));
    }

    /** Adds a rule and puts it in force; gives its id. */
    public static long inForce(Client who, Map<String, Object> form) {
        long id = add(who, form);
        putInForce(who, id).must(200);
        return id;
    }
}
