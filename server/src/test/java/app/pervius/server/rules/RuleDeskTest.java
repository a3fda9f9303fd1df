package app.pervius.server.rules;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.RuleForms;
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

    private static final String SITE_NOTES = "Work in progress / Dunmarrow Works / Site notes";

    private static Map<String, Object> rule(Client who, String name, String folder, String shared) {
        Map<String, Object> form = RuleForms.handling(name, who.folder(folder), "documents", "civil", who.folder(shared));
        form.put("conditions", List.of(Map.of("kind", "FORMAT", "formats", List.of("PDF"))));
        return form;
    }

    private static String make(Client who, String name, String type, String discipline) {
        who.post("/api/folders/" + who.folder("Work in progress / Dunmarrow Works") + "/folders",
                Map.of("name", name, "values", Map.of("type", type, "discipline", discipline))).must(201);
        return "Work in progress / Dunmarrow Works / " + name;
    }

    private static void drop(Client who, long id) {
        who.delete("/api/rules/" + id + "?version=" + RuleForms.row(who, id).get("version").asInt()).must(204);
    }

    private static List<String> sentences(JsonNode row) {
        return row.get("findings").valueStream().map(f -> f.get("sentence").asString()).toList();
    }

    private static JsonNode sheet(Client who) {
        return who.get("/api/projects/" + who.project() + "/rules").must(200).body();
    }

    private static JsonNode placed(Client who, String path, String name) {
        return who.post("/api/projects/" + who.project() + "/patterns/place-trials", Map.of("path", path, "name", name, "status", "A1"))
                .must(200).body();
    }

    private static List<String> differences(Client who, int from, int to) {
        return who.get("/api/projects/" + who.project() + "/sheet-differences?from=" + from + "&to=" + to).must(200).body().valueStream()
                .map(d -> d.get("rule").asString() + ": " + d.get("what").asString()).toList();
    }

    @Test
    void aDraftTakesNothingUntilItIsInForceAndNothingOnceItIsOff(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        String folder = make(mirela, "Trial runs", "RP", "C");
        long id = RuleForms.add(mirela, rule(mirela, "Trial runs", folder, "Shared / Site documents"));
        assertThat(site.get("/api/folders/" + site.folder(folder)).must(200).body().get("rules")).isEmpty();
        RuleForms.putInForce(mirela, id).must(200);
        JsonNode says = site.get("/api/folders/" + site.folder(folder)).must(200).body().get("rules").get(0).get("says");
        assertThat(says.get("which").valueStream().map(JsonNode::asString)).containsExactly("Takes PDF files.");
        assertThat(says.get("issue").valueStream().map(JsonNode::asString)).containsExactly(
                "1 accepted: placed in Shared / Site documents as A1.",
                "2 accepted with comments, 3 revise and resubmit, 4 rejected: back to the author.");
        assertThat(site.settled(site.submit(folder, "Report one.pdf")).getFirst().get("rule").asString())
                .isEqualTo("Trial runs (edition 1)");
        mirela.put("/api/rules/" + id + "/switch", Map.of("version", RuleForms.row(mirela, id).get("version").asInt(), "on", false))
                .must(204);
        assertThat(site.get("/api/folders/" + site.folder(folder)).must(200).body().get("rules")).isEmpty();
        drop(mirela, id);
    }

    @Test
    void aPassageNamesTheEditionThatTookItAlsoAfterTheNextIsInForce(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        String folder = make(mirela, "Editions", "RP", "C");
        Map<String, Object> form = rule(mirela, "Editions", folder, "Shared / Site documents");
        long id = RuleForms.inForce(mirela, form);
        JsonNode first = site.settled(site.submit(folder, "Under one.pdf")).getFirst();
        form.put("description", "the second");
        RuleForms.saveDraft(mirela, id, form);
        RuleForms.putInForce(mirela, id).must(200);
        assertThat(site.settled(site.submit(folder, "Under two.pdf")).getFirst().get("rule").asString()).isEqualTo("Editions (edition 2)");
        assertThat(site.get("/api/passages/" + first.get("id").asLong()).must(200).body().get("row").get("passage").get("rule").asString())
                .isEqualTo("Editions (edition 1)");
        drop(mirela, id);
    }

    @Test
    void whatARuleLeavesToTheProjectIsWhatTheProjectSaidWhenTheFileArrived(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        String folder = make(mirela, "As project", "RP", "C");
        JsonNode before = sheet(mirela).get("project");
        String draft = "/api/projects/" + mirela.project() + "/rules/project-draft";
        Map<String, Object> filing = Map.of("review", Map.of(), "issue",
                RuleForms.filedAtOnce(RuleForms.into(mirela.folder("Shared / Site documents"), "S2")));
        mirela.put(draft, Map.of("version", before.get("version").asInt(), "stations", filing)).must(204);
        assertThat(mirela.put(draft, Map.of("version", before.get("version").asInt(), "stations", filing)).must(409).sentence())
                .contains("the draft last by Mirela Draganova");
        long id = RuleForms.add(mirela, RuleForms.asProject("As project", mirela.folder(folder)));
        mirela.post("/api/projects/" + mirela.project() + "/rules/putting-in-force",
                Map.of("rows", List.of(Map.of("id", id, "version", RuleForms.row(mirela, id).get("version").asInt())),
                "order", false, "project", sheet(mirela).get("project").get("version").asInt())).must(200);
        JsonNode filed = site.settled(site.submit(folder, "Filed.pdf")).getFirst();
        assertThat(filed.get("at").get("ended").asString()).isEqualTo("ISSUED");
        assertThat(filed.get("names").get("number").asString()).startsWith("KWR-DNM-C-RP-");
        assertThat(filed.get("status").asString()).isEqualTo("S2");
        int edition = sheet(mirela).get("edition").asInt();
        mirela.post("/api/projects/" + mirela.project() + "/sheet-editions/" + (edition - 1) + "/return", Map.of("seen", edition))
                .must(200);
        assertThat(differences(mirela, edition - 1, edition + 1)).isEmpty();
        assertThat(differences(mirela, edition, edition + 1)).containsExactlyInAnyOrder("the project: review", "the project: issue",
                "As project: gone");
        drop(mirela, id);
    }

    @Test
    void rowsArePutInForceTogetherOrNotAtAllAndAnothersDraftStaysADraft(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client aoife = app.as("Aoife Ní Raghnaill");
        String folder = make(mirela, "Together", "RP", "C");
        long good = RuleForms.add(mirela, rule(mirela, "Good", folder, "Shared / Site documents"));
        Map<String, Object> nowhere = rule(mirela, "Nowhere", folder, "Shared / Site documents");
        nowhere.put("places", List.of());
        long bad = RuleForms.add(mirela, nowhere);
        long others = RuleForms.add(aoife, rule(aoife, "Half done", make(mirela, "Half", "RP", "C"), "Shared / Site documents"));
        assertThat(RuleForms.putInForce(mirela, good, bad).must(409).sentence()).contains("“Nowhere”: It stands on no folder");
        assertThat(RuleForms.row(mirela, good).get("editionInForce").asInt()).isZero();
        RuleForms.saveDraft(mirela, bad, rule(mirela, "Somewhere", make(mirela, "Somewhere", "RP", "C"), "Shared / Site documents"));
        RuleForms.putInForce(mirela, good, bad).must(200);
        assertThat(RuleForms.row(mirela, good).get("editionInForce").asInt()).isEqualTo(1);
        assertThat(RuleForms.row(mirela, bad).get("editionInForce").asInt()).isEqualTo(1);
        assertThat(RuleForms.row(mirela, others).get("editionInForce").asInt()).isZero();
        assertThat(RuleForms.row(mirela, others).get("drafted").get("by").asString()).isEqualTo("Aoife Ní Raghnaill");
        assertThat(RuleForms.putInForce(mirela, good).must(409).type()).isEqualTo("no-draft");
        List.of(good, bad, others).forEach(id -> drop(mirela, id));
    }

    @Test
    void theOrderIsADraftTooUntilItIsPutInForce(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        String folder = make(mirela, "Order", "RP", "C");
        long small = RuleForms.inForce(mirela, sized(rule(mirela, "Small", folder, "Shared / Site documents"), 0, 1_000_000));
        long odd = RuleForms.inForce(mirela, sized(rule(mirela, "From ten", folder, "Shared / Site documents"), 10, 2_000_000));
        List<Long> ids = new java.util.ArrayList<>(sheet(mirela).get("rules").valueStream().map(r -> r.get("id").asLong()).toList());
        ids.remove(odd);
        ids.add(ids.indexOf(small), odd);
        mirela.put("/api/projects/" + mirela.project() + "/rules/order", Map.of("ids", ids)).must(204);
        assertThat(sheet(mirela).get("reordered").asBoolean()).isTrue();
        assertThat(site.settled(site.submit(folder, "Before.pdf")).getFirst().get("rule").asString()).isEqualTo("Small (edition 1)");
        mirela.post("/api/projects/" + mirela.project() + "/rules/putting-in-force", Map.of("rows", List.of(), "order", true)).must(200);
        assertThat(sheet(mirela).get("reordered").asBoolean()).isFalse();
        assertThat(site.settled(site.submit(folder, "After.pdf")).getFirst().get("rule").asString()).isEqualTo("From ten (edition 1)");
        int edition = sheet(mirela).get("edition").asInt();
        assertThat(differences(mirela, edition - 1, edition)).containsExactly("the order: moved");
        List.of(small, odd).forEach(id -> drop(mirela, id));
    }

    private static Map<String, Object> sized(Map<String, Object> form, long least, long most) {
        form.put("conditions", List.of(Map.of("kind", "SIZE", "least", least, "most", most)));
        return form;
    }

    @Test
    void everyChangeOfWhatIsInForceIsAnEditionAndDifferencesAreSaidInWords(App app) {
        Client mirela = app.as("Mirela Draganova");
        String folder = make(mirela, "History", "RP", "C");
        int before = sheet(mirela).get("edition").asInt();
        Map<String, Object> form = rule(mirela, "History", folder, "Shared / Site documents");
        long id = RuleForms.inForce(mirela, form);
        form.put("name", "History of the weir");
        form.put("conditions", List.of(Map.of("kind", "NONE", "conditions",
                List.of(Map.of("kind", "FORMAT", "formats", List.of("IMAGE"))))));
        RuleForms.with(form, "review", Map.of("route", "hydraulics"));
        RuleForms.saveDraft(mirela, id, form);
        assertThat(differences(mirela, before + 1, 0)).contains("History of the weir: name", "History of the weir: which",
                "History of the weir: review");
        RuleForms.putInForce(mirela, id).must(200);
        JsonNode which = mirela.get("/api/projects/" + mirela.project() + "/sheet-differences?from=" + (before + 1) + "&to=" + (before + 2))
                .must(200).body().valueStream()
                .filter(d -> d.get("what").asString().equals("which")).findFirst().orElseThrow();
        assertThat(which.get("before").get(0).asString()).isEqualTo("Takes PDF files.");
        assertThat(which.get("after").get(0).asString()).isEqualTo("Takes nothing of: image files.");
        mirela.put("/api/rules/" + id + "/switch", Map.of("version", RuleForms.row(mirela, id).get("version").asInt(), "on", false))
                .must(204);
        drop(mirela, id);
        assertThat(mirela.get("/api/projects/" + mirela.project() + "/sheet-editions").must(200).body().valueStream().limit(4)
                .map(e -> e.get("account").asString()))
                .containsExactly("“History of the weir” taken off the sheet", "“History of the weir” switched off",
                        "“History of the weir” put in force", "“History” put in force");
        String back = "/api/projects/" + mirela.project() + "/sheet-editions/" + (before + 1) + "/return";
        assertThat(mirela.post(back, Map.of("seen", before + 3)).must(409).sentence())
                .contains("edition " + (before + 4) + " is in force. Nothing was done");
        mirela.post(back, Map.of("seen", before + 4)).must(200);
        assertThat(RuleForms.row(mirela, id).get("inForce").get("name").asString()).isEqualTo("History");
        assertThat(RuleForms.row(mirela, id).get("editionInForce").asInt()).isEqualTo(3);
        assertThat(mirela.post("/api/projects/" + mirela.project() + "/sheet-editions/" + (before + 5) + "/return",
                Map.of("seen", before + 5)).must(409).type()).isEqualTo("same-state");
        drop(mirela, id);
    }

    @Test
    void aFaultyRuleIsNotBroughtBackBySwitchingItOnOrByGoingBack(App app) {
        Client mirela = app.as("Mirela Draganova");
        String folder = make(mirela, "Soon gone", "RP", "C");
        long lost = mirela.folder(folder);
        long id = RuleForms.inForce(mirela, rule(mirela, "Soon gone", folder, "Shared / Site documents"));
        int whole = sheet(mirela).get("edition").asInt();
        String path = "/api/rules/" + id + "/switch";
        mirela.put(path, Map.of("version", RuleForms.row(mirela, id).get("version").asInt(), "on", false)).must(204);
        mirela.put(path, Map.of("version", RuleForms.row(mirela, id).get("version").asInt(), "on", true)).must(204);
        mirela.put(path, Map.of("version", RuleForms.row(mirela, id).get("version").asInt(), "on", false)).must(204);
        int version = mirela.get("/api/folders/" + lost).must(200).body().get("folder").get("version").asInt();
        mirela.delete("/api/folders/" + lost + "?allTheSame=true&version=" + version).must(204);
        int now = sheet(mirela).get("edition").asInt();
        Client.Answer on = mirela.put(path, Map.of("version", RuleForms.row(mirela, id).get("version").asInt(), "on", true));
        assertThat(on.must(409).sentence())
                .startsWith("This cannot be put in force: “Soon gone”: A folder it stands on does not exist any more.");
        Client.Answer back = mirela.post("/api/projects/" + mirela.project() + "/sheet-editions/" + whole + "/return", Map.of("seen", now));
        assertThat(back.must(409).sentence()).startsWith("This cannot be put in force: “Soon gone”: ");
        assertThat(sheet(mirela).get("edition").asInt()).as("nothing was done").isEqualTo(now);
        assertThat(RuleForms.row(mirela, id).get("on").asBoolean()).isFalse();
        mirela.post("/api/projects/" + mirela.project() + "/sheet-editions/" + (now - 1) + "/return", Map.of("seen", now)).must(200);
        assertThat(RuleForms.row(mirela, id).get("on").asBoolean()).as("the last change is taken back").isTrue();
        drop(mirela, id);
    }

    @Test
    void aPatternThatReadsTwoWaysWarnsAndDoesNotStopIt(App app) {
        Client mirela = app.as("Mirela Draganova");
        Map<String, Object> form = RuleForms.with(rule(mirela, "Two ways", SITE_NOTES, "Shared / Site documents"), "identify",
                RuleForms.identify("{type}-{discipline}", "{title}[-{originator}]"));
        long id = RuleForms.add(mirela, form);
        assertThat(RuleForms.row(mirela, id).get("findings").valueStream().filter(f -> f.get("column").asString().equals("identify"))
                .map(f -> f.get("error").asBoolean() + " " + f.get("sentence").asString()))
                .singleElement().asString().startsWith("false Name pattern: ");
        drop(mirela, id);
    }

    @Test
    void aPathOfFieldsMakesTheFolderAndAFaultyOneKeepsTheRuleBack(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        String folder = make(mirela, "By fields", "RP", "N");
        long target = mirela.folder("Shared / Site documents");
        Map<String, Object> form = rule(mirela, "By fields", folder, "Shared / Site documents");
        long id = RuleForms.add(mirela, RuleForms.with(form, "issue",
                RuleForms.issue(RuleForms.into(target, "A1", "{discipline}//{type}"))));
        assertThat(RuleForms.putInForce(mirela, id).must(409).sentence())
                .contains("The path for 1, at character 14: a folder without a name stands between two slashes.");
        RuleForms.saveDraft(mirela, id, RuleForms.with(form, "issue",
                RuleForms.issue(RuleForms.into(target, "A1", "{discipline}/{type} {title}"))));
        RuleForms.putInForce(mirela, id).must(200);
        JsonNode passage = site.settled(site.submit(folder, "Otters.pdf")).getFirst();
        Client.accept(app, passage);
        assertThat(Client.until(() -> site.get("/api/passages/" + passage.get("id").asLong()).must(200).body().get("row").get("passage"),
                p -> p.get("at").has("ended")).get("at").get("ended").asString())
                .isEqualTo("ISSUED");
        assertThat(mirela.get("/api/folders/" + mirela.folder("Shared / Site documents / N / RP Otters")).must(200).body().get("files")
                .get("items")).hasSize(1);
        JsonNode made = placed(mirela, "{discipline}/{type} sheets", "{number}_{status}").get("made").get(0);
        assertThat(made.get("folders").valueStream().map(JsonNode::asString)).containsExactly("N", "RP sheets");
        assertThat(made.get("name").asString()).isEqualTo(made.get("document").asString() + "_A1");
        JsonNode faulty = placed(mirela, "{discipline}//{type}", "{nonsense}");
        assertThat(List.of(faulty.get("pathFaults").get(0).get("position").asInt(), faulty.get("nameFaults").get(0).get("position").asInt(),
                faulty.get("made").size())).containsExactly(13, 0, 0);
        drop(mirela, id);
    }

    @Test
    void aPlaceThatNeedsAFieldNothingFillsWarns(App app) {
        Client mirela = app.as("Mirela Draganova");
        String folder = make(mirela, "Says no discipline", "RP", "");
        long target = mirela.folder("Shared / Site documents");
        Map<String, Object> form = RuleForms.with(rule(mirela, "Filed by discipline", folder, "Shared / Site documents"), "review",
                Map.of());
        Map<String, Object> place = RuleForms.into(target, "A1", "{discipline}/{type}");
        place.put("into", Map.of("folder", target, "path", "{discipline}/{type}", "name", "{name}"));
        RuleForms.with(RuleForms.with(form, "number", Map.of()), "issue", RuleForms.filedAtOnce(place));
        long id = RuleForms.add(mirela, form);
        String warning = "The place for what is filed at once needs “Discipline”, which nothing fills for files in “" + folder + "”.";
        assertThat(RuleForms.row(mirela, id).get("findings").valueStream().filter(f -> f.get("column").asString().equals("issue"))
                .map(f -> f.get("error").asBoolean() + " " + f.get("sentence").asString()))
                .containsExactly("false " + warning);
        RuleForms.saveDraft(mirela, id, RuleForms.with(form, "identify", RuleForms.identify("{discipline}-{title}")));
        assertThat(sentences(RuleForms.row(mirela, id))).doesNotContain(warning);
        place.put("into", Map.of("folder", target, "path", "[{discipline} ]{type}", "name", "{name}"));
        RuleForms.saveDraft(mirela, id, RuleForms.with(form, "identify", RuleForms.identify()));
        assertThat(sentences(RuleForms.row(mirela, id))).doesNotContain(warning);
        drop(mirela, id);
    }

    @Test
    void aStatusCodeThatDoesNotGoWithItsFolderKeepsARuleBack(App app) {
        Client mirela = app.as("Mirela Draganova");
        long id = RuleForms.add(mirela, RuleForms.with(rule(mirela, "As built too early", SITE_NOTES, "Shared / Site documents"), "issue",
                RuleForms.issue(RuleForms.into(mirela.folder("Shared / Civil"), "CR"))));
        assertThat(sentences(RuleForms.row(mirela, id))).contains("Status code CR goes with Published, but the folder for 1 is Shared.");
        drop(mirela, id);
    }

    @Test
    void whatCannotBeCarriedOutKeepsARuleFromBeingPutInForce(App app) {
        Client mirela = app.as("Mirela Draganova");
        Map<String, Object> form = rule(mirela, "Half done", SITE_NOTES, "Shared / Civil");
        RuleForms.with(form, "number", Map.of("scheme", "none such"));
        RuleForms.with(form, "identify", RuleForms.identify("{type}-{nonsense}"));
        RuleForms.with(form, "issue", Map.of("byCode", List.of(Map.of("code", 1, "target",
                Map.of("kind", "PLACE", "place", RuleForms.into(mirela.folder("Shared / Civil"), "Z9"))))));
        RuleForms.with(form, "tell", Map.of("tellings", List.of(Map.of("occasion", "ISSUED", "whom",
                List.of(Map.of("kind", "ADDRESS", "address", "no address")), "text", "{nothing}"))));
        form.put("places", List.of());
        form.put("conditions", List.of(Map.of("kind", "FIELD", "field", "type", "values", List.of("ZZ")),
                Map.of("kind", "ANY", "conditions", List.of())));
        long id = RuleForms.add(mirela, form);
        JsonNode row = RuleForms.row(mirela, id);
        assertThat(sentences(row)).contains("It stands on no folder, so nothing ever reaches it.",
                "Its number scheme does not exist any more.", "Name pattern, at character 8: the project has no field “nonsense”.",
                "Status code “Z9” for 1 is not on the project's list.", "It does not say what follows from 3, revise and resubmit.",
                "A condition names no conditions in a group, so nothing can meet it.", "“no address” is no e-mail address.",
                "The text on what is issued, at character 1: the project has no field “nothing”.");
        assertThat(sentences(row)).anyMatch(s -> s.startsWith("“Document type” can never be “ZZ”"));
        assertThat(row.get("findings").valueStream().map(f -> f.get("mend").asString())).allMatch(mend -> !mend.isBlank());
        assertThat(RuleForms.putInForce(mirela, id).must(409).type()).isEqualTo("rule-faulty");
        mirela.delete("/api/rules/" + id + "/draft?version=" + row.get("version").asInt()).must(204);
        assertThat(sheet(mirela).get("rules").valueStream().map(r -> r.get("id").asLong())).doesNotContain(id);
    }

    @Test
    void aRuleThatAnEarlierOneLeavesNothingToIsRefusedWithAnExample(App app) {
        Client mirela = app.as("Mirela Draganova");
        String folder = make(mirela, "Shadow", "RP", "C");
        Map<String, Object> all = rule(mirela, "Takes all", folder, "Shared / Site documents");
        all.put("conditions", List.of());
        long first = RuleForms.inForce(mirela, all);
        long second = RuleForms.add(mirela, rule(mirela, "In its shadow", folder, "Shared / Site documents"));
        assertThat(RuleForms.putInForce(mirela, second).must(409).sentence())
                .contains("“In its shadow”: It is never reached: “Takes all” takes all it could take, such as “", folder);
        List.of(first, second).forEach(id -> drop(mirela, id));
    }

    @Test
    void twoPeopleOnOneRowNeverOverwriteEachOtherSilently(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client aoife = app.as("Aoife Ní Raghnaill");
        Map<String, Object> form = new HashMap<>(rule(mirela, "Both at it", SITE_NOTES, "Shared / Civil"));
        long id = RuleForms.add(mirela, form);
        int seen = RuleForms.row(mirela, id).get("version").asInt();
        form.put("name", "As Aoife has it");
        aoife.put("/api/rules/" + id + "/draft", Map.of("version", seen, "rule", form)).must(204);
        form.put("name", "As Mirela has it");
        assertThat(mirela.put("/api/rules/" + id + "/draft", Map.of("version", seen, "rule", form)).must(409).sentence())
                .contains("the draft last by Aoife Ní Raghnaill");
        assertThat(RuleForms.row(mirela, id).get("draft").get("name").asString()).isEqualTo("As Aoife has it");
        drop(mirela, id);
    }

    @Test
    void onlyControllersSeeAndWriteTheSheet(App app) {
        Client yusuf = app.as("Yusuf Karaderin");
        yusuf.get("/api/projects/" + yusuf.project() + "/rules").must(403);
        Client mirela = app.as("Mirela Draganova");
        yusuf.post("/api/projects/" + yusuf.project() + "/rules", Map.of("rule", rule(mirela, "Mine", SITE_NOTES, "Shared / Civil")))
                .must(403);
    }

    @Test
    void whoLooksAfterAFolderKeepsTheRulesThatStandOnlyThere(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        String folder = make(mirela, "Looked after", "RP", "C");
        long id = mirela.folder(folder);
        long keeper = site.person();
        int version = mirela.get("/api/folders/" + id + "/access").must(200).body().get("version").asInt();
        mirela.put("/api/folders/" + id + "/access", Map.of("version", version, "restricted", false, "grants", List.of(), "keepers",
                List.of(keeper))).must(204);
        assertThat(site.get("/api/projects/" + site.project() + "/kept-folders").must(200).body().valueStream().map(JsonNode::asLong))
                .containsExactly(id);

        Map<String, Object> form = RuleForms.asProject("Kept by the site", id);
        long own = RuleForms.add(site, form);
        assertThat(sheet(site).get("rules").valueStream().map(r -> r.get("id").asLong())).containsExactly(own);
        site.settled(site.submit("Work in progress / Dunmarrow Works / Deliveries", "MS-C_Elsewhere on site.pdf"));
        assertThat(site.get("/api/projects/" + site.project() + "/names-arrived").must(200).body().valueStream().map(JsonNode::asString))
                .as("only what came where she keeps").isEmpty();
        assertThat(placed(site, "{discipline}", "{number}").get("made").valueStream().map(m -> m.get("document").asString()))
                .allMatch(number -> number.contains("-DNM-"));
        form.put("places", List.of(RuleForms.place(id, true), RuleForms.place(mirela.folder(SITE_NOTES), true)));
        assertThat(site.put("/api/rules/" + own + "/draft", Map.of("version", RuleForms.row(site, own).get("version").asInt(), "rule",
                form)).must(403).sentence())
                .contains("You keep the rules that stand only on folders you look after");
        RuleForms.putInForce(site, own).must(200);
        long others = RuleForms.named(mirela, "Civil design").get("id").asLong();
        site.put("/api/rules/" + others + "/switch", Map.of("version", RuleForms.row(mirela, others).get("version").asInt(), "on", false))
                .must(403);
        site.put("/api/projects/" + site.project() + "/rules/project-draft", Map.of("version", 0, "stations", Map.of())).must(403);
        site.post("/api/projects/" + site.project() + "/rules/putting-in-force", Map.of("rows", List.of(), "order", true)).must(403);
        assertThat(site.lines("/api/projects/" + site.project() + "/trials",
                Map.of("files", List.of(Map.of("name", "x.pdf", "size", 1)), "passages", List.of(), "folder", id, "onlyDifferent", false,
                "inForce", false))
                .getFirst().get("arrival").get("tried").get("rule").asString()).isEqualTo("Kept by the site");
        site.post("/api/projects/" + site.project() + "/trials",
                Map.of("last", 5, "files", List.of(), "passages", List.of(), "onlyDifferent", false, "inForce", false)).must(403);
        drop(site, own);
        app.as("Yusuf Karaderin").get("/api/projects/" + site.project() + "/rules").must(403);
    }
}
