package app.pervius.server.rules;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

@ExtendWith(Running.class)
class RuleDeskTest {

    private static Map<String, Object> rule(Client who, String name, String folder, String shared) {
        long target = who.folder(shared);
        Map<String, Object> form = new HashMap<>(Map.of("name", name, "places", List.of(Map.of("folder", who.folder(folder), "withBelow", true)),
                "formats", List.of("PDF"), "firms", List.of(), "people", List.of(), "scheme", "documents", "route", "civil",
                "issue", List.of(Map.of("code", 1, "asProject", false, "back", false, "folder", target, "status", "A1"), Map.of("code", 2, "asProject", false, "back", false, "folder", target, "status", "B1"),
                        Map.of("code", 3, "asProject", false, "back", true), Map.of("code", 4, "asProject", false, "back", true))));
        form.putAll(Map.of("namePatterns", List.of(), "checks", Client.ALL_STOP));
        form.putAll(Map.of("placedName", "{number}_{revision}_{status}", "onArrival", List.of(), "onReturn", List.of(), "onIssue", List.of(Map.of("kind", "AUTHOR"))));
        return form;
    }

    private static JsonNode row(Client who, long id) {
        return who.get("/api/projects/" + who.project() + "/rules").must(200).body().valueStream().filter(r -> r.get("id").asLong() == id).findFirst().orElseThrow();
    }

    private static long add(Client who, Map<String, Object> form) {
        return who.post("/api/projects/" + who.project() + "/rules", form).must(201).body().get("id").asLong();
    }

    @Test
    void aDraftTakesNothingUntilItIsInForceAndNothingOnceItIsOff(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        String folder = "Work in progress / Dunmarrow Works / Trial runs";
        mirela.post("/api/folders/" + mirela.folder("Work in progress / Dunmarrow Works") + "/folders", Map.of("name", "Trial runs", "values", Map.of("type", "RP", "discipline", "C"))).must(201);
        long id = add(mirela, rule(mirela, "Trial runs", folder, "Shared / Site documents"));
        assertThat(site.get("/api/folders/" + site.folder(folder)).must(200).body().get("rules")).isEmpty();
        mirela.post("/api/rules/" + id + "/put-in-force", Map.of("version", row(mirela, id).get("version").asInt())).must(204);
        assertThat(site.get("/api/folders/" + site.folder(folder)).must(200).body().get("rules").get(0).get("sentences").valueStream().map(JsonNode::asString))
                .contains("Takes PDF files.", "1 accepted: placed in Shared / Site documents as A1.", "3 revise and resubmit: back to the author.");
        assertThat(site.settled(site.submit(folder, "Report one.pdf")).getFirst().get("rule").asString()).isEqualTo("Trial runs (edition 1)");
        mirela.put("/api/rules/" + id + "/switch", Map.of("version", row(mirela, id).get("version").asInt(), "on", false)).must(204);
        assertThat(site.get("/api/folders/" + site.folder(folder)).must(200).body().get("rules")).isEmpty();
    }

    @Test
    void aPassageNamesTheEditionThatTookItAlsoAfterTheNextIsInForce(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        String folder = "Work in progress / Dunmarrow Works / Editions";
        mirela.post("/api/folders/" + mirela.folder("Work in progress / Dunmarrow Works") + "/folders", Map.of("name", "Editions", "values", Map.of("type", "RP", "discipline", "C"))).must(201);
        Map<String, Object> form = rule(mirela, "Editions", folder, "Shared / Site documents");
        long id = add(mirela, form);
        mirela.post("/api/rules/" + id + "/put-in-force", Map.of("version", row(mirela, id).get("version").asInt())).must(204);
        JsonNode first = site.settled(site.submit(folder, "Under one.pdf")).getFirst();
        form.put("placedName", "{number}_{revision}");
        mirela.put("/api/rules/" + id + "/draft", Map.of("version", row(mirela, id).get("version").asInt(), "rule", form)).must(204);
        mirela.post("/api/rules/" + id + "/put-in-force", Map.of("version", row(mirela, id).get("version").asInt())).must(204);
        assertThat(site.settled(site.submit(folder, "Under two.pdf")).getFirst().get("rule").asString()).isEqualTo("Editions (edition 2)");
        assertThat(site.get("/api/passages/" + first.get("id").asLong()).must(200).body().get("row").get("passage").get("rule").asString()).isEqualTo("Editions (edition 1)");
    }

    @Test
    void aPatternThatReadsTwoWaysWarnsAndDoesNotStopIt(App app) {
        Client mirela = app.as("Mirela Draganova");
        Map<String, Object> form = rule(mirela, "Two ways", "Work in progress / Dunmarrow Works / Site notes", "Shared / Site documents");
        form.put("namePatterns", List.of("{type}", "{title}[-{originator}]"));
        long id = add(mirela, form);
        assertThat(row(mirela, id).get("findings").valueStream().map(f -> f.get("error").asBoolean() + " " + f.get("sentence").asString()))
                .singleElement().asString().startsWith("false Name pattern: ");
        mirela.delete("/api/rules/" + id + "/draft?version=" + row(mirela, id).get("version").asInt()).must(204);
    }

    @Test
    void aPathOfFieldsMakesTheFolderAndAFaultyOneKeepsTheRuleBack(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        String folder = "Work in progress / Dunmarrow Works / By fields";
        mirela.post("/api/folders/" + mirela.folder("Work in progress / Dunmarrow Works") + "/folders", Map.of("name", "By fields", "values", Map.of("type", "RP", "discipline", "N"))).must(201);
        Map<String, Object> form = rule(mirela, "By fields", folder, "Shared / Site documents");
        long target = mirela.folder("Shared / Site documents");
        form.put("issue", List.of(Map.of("code", 1, "asProject", false, "back", false, "folder", target, "status", "A1", "path", "{discipline}//{type}"), Map.of("code", 2, "asProject", false, "back", true),
                Map.of("code", 3, "asProject", false, "back", true), Map.of("code", 4, "asProject", false, "back", true)));
        long id = add(mirela, form);
        assertThat(mirela.post("/api/rules/" + id + "/put-in-force", Map.of("version", 0)).must(409).sentence())
                .contains("The path for 1, at character 14: a folder without a name stands between two slashes.");
        form.put("issue", List.of(Map.of("code", 1, "asProject", false, "back", false, "folder", target, "status", "A1", "path", "{discipline}/{type} {title}"), Map.of("code", 2, "asProject", false, "back", true),
                Map.of("code", 3, "asProject", false, "back", true), Map.of("code", 4, "asProject", false, "back", true)));
        mirela.put("/api/rules/" + id + "/draft", Map.of("version", row(mirela, id).get("version").asInt(), "rule", form)).must(204);
        mirela.post("/api/rules/" + id + "/put-in-force", Map.of("version", row(mirela, id).get("version").asInt())).must(204);
        JsonNode passage = site.settled(site.submit(folder, "Otters.pdf")).getFirst();
        for (String who : List.of("Kwabena Adofori", "Tomasz Łęgowicz")) {
            Client reviewer = app.as(who);
            JsonNode review = Client.until(() -> reviewer.reviewOf(passage), r -> r.get("mine").asBoolean());
            reviewer.decide(review, passage, 1, "").must(204);
            reviewer.closeStep(review).must(204);
        }
        assertThat(Client.until(() -> site.get("/api/passages/" + passage.get("id").asLong()).must(200).body().get("row").get("passage"), p -> p.has("ended")).get("ended").asString())
                .isEqualTo("ISSUED");
        assertThat(mirela.get("/api/folders/" + mirela.folder("Shared / Site documents / N / RP Otters")).must(200).body().get("files").get("items")).hasSize(1);
        assertThat(mirela.post("/api/projects/" + mirela.project() + "/patterns/path-trials", Map.of("path", "{discipline}/{title}")).must(200).body().get("made").get(0)
                .get("path").asString()).isNotBlank();
    }

    @Test
    void aStatusCodeThatDoesNotGoWithItsFolderKeepsARuleBack(App app) {
        Client mirela = app.as("Mirela Draganova");
        Map<String, Object> form = rule(mirela, "As built too early", "Work in progress / Dunmarrow Works / Site notes", "Shared / Site documents");
        form.put("issue", List.of(Map.of("code", 1, "asProject", false, "back", false, "folder", mirela.folder("Shared / Civil"), "status", "CR")));
        assertThat(row(mirela, add(mirela, form)).get("findings").valueStream().map(f -> f.get("sentence").asString()))
                .contains("Status code CR goes with Published, but the folder for 1 is Shared.");
    }

    @Test
    void whatCannotBeCarriedOutKeepsARuleFromBeingPutInForce(App app) {
        Client mirela = app.as("Mirela Draganova");
        Map<String, Object> form = rule(mirela, "Half done", "Work in progress / Dunmarrow Works / Site notes", "Shared / Civil");
        form.put("scheme", "none such");
        form.put("namePatterns", List.of("{type}-{nonsense}"));
        form.put("issue", List.of(Map.of("code", 1, "asProject", false, "back", false, "folder", mirela.folder("Shared / Civil"), "status", "Z9")));
        form.put("places", List.of());
        long id = add(mirela, form);
        JsonNode row = row(mirela, id);
        assertThat(row.get("findings").valueStream().map(f -> f.get("sentence").asString())).contains("It stands on no folder, so nothing ever reaches it.",
                "Its number scheme does not exist any more.", "Name pattern, at character 8: the project has no field “nonsense”.",
                "Status code “Z9” for 1 is not on the project's list.", "It does not say what follows from 3, revise and resubmit.");
        assertThat(mirela.post("/api/rules/" + id + "/put-in-force", Map.of("version", row.get("version").asInt())).must(409).type()).isEqualTo("rule-faulty");
        mirela.delete("/api/rules/" + id + "/draft?version=" + row.get("version").asInt()).must(204);
        assertThat(mirela.get("/api/projects/" + mirela.project() + "/rules").must(200).body().valueStream().map(r -> r.get("id").asLong())).doesNotContain(id);
    }

    @Test
    void twoPeopleOnOneRowNeverOverwriteEachOtherSilently(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client aoife = app.as("Aoife Ní Raghnaill");
        Map<String, Object> form = rule(mirela, "Both at it", "Work in progress / Dunmarrow Works / Site notes", "Shared / Civil");
        long id = add(mirela, form);
        int seen = row(mirela, id).get("version").asInt();
        form.put("name", "As Aoife has it");
        aoife.put("/api/rules/" + id + "/draft", Map.of("version", seen, "rule", form)).must(204);
        form.put("name", "As Mirela has it");
        assertThat(mirela.put("/api/rules/" + id + "/draft", Map.of("version", seen, "rule", form)).must(409).sentence()).contains("the draft last by Aoife Ní Raghnaill");
        assertThat(row(mirela, id).get("draft").get("name").asString()).isEqualTo("As Aoife has it");
        mirela.delete("/api/rules/" + id + "/draft?version=" + row(mirela, id).get("version").asInt()).must(204);
    }

    @Test
    void onlyControllersSeeAndWriteTheSheet(App app) {
        Client yusuf = app.as("Yusuf Karaderin");
        yusuf.get("/api/projects/" + yusuf.project() + "/rules").must(403);
        Client mirela = app.as("Mirela Draganova");
        yusuf.post("/api/projects/" + yusuf.project() + "/rules", rule(mirela, "Mine", "Work in progress / Dunmarrow Works / Site notes", "Shared / Civil")).must(403);
    }
}
