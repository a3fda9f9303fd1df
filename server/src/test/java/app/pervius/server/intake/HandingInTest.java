package app.pervius.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.RuleForms;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What is foretold of files is so when they are sent, and the same name again is what the rule says. */
@ExtendWith(Running.class)
class HandingInTest {

    private static final String DNM = "Work in progress / Dunmarrow Works";

    private static String project(Client who) {
        return "/api/projects/" + who.project();
    }

    /** A folder of its own below Dunmarrow's, with a rule that numbers and reviews everything. */
    private static long ruled(Client mirela, String name, Map<String, Object> checks) {
        long folder = mirela.post("/api/folders/" + mirela.folder(DNM) + "/folders",
                Map.of("name", name, "values", Map.of("discipline", "C", "type", "MS"))).must(201).body().get("id").asLong();
        Map<String, Object> form = RuleForms.handling(name, folder, "documents", "civil", mirela.folder("Shared / Site documents"));
        Map<String, Object> identify = RuleForms.identify();
        identify.put("checks", checks);
        RuleForms.inForce(mirela, RuleForms.with(form, "identify", identify));
        return folder;
    }

    private static Map<String, Object> checks(String key, String value) {
        Map<String, Object> checks = new HashMap<>(RuleForms.CHECKS);
        checks.put(key, value);
        return checks;
    }

    private static List<JsonNode> preview(Client who, long folder, Map<String, Object> file) {
        List<JsonNode> lines = who.lines("/api/folders/" + folder + "/previews", Map.of("files", List.of(file), "given", Map.of()));
        return lines.stream().filter(l -> l.has("arrival")).map(l -> l.get("arrival")).toList();
    }

    private static JsonNode sendBack(Client mirela, JsonNode passage) {
        mirela.post("/api/reviews/" + mirela.reviewOf(passage).get("id").asLong() + "/take-backs", Map.of("turn", 0, "reason", ""))
                .must(204);
        return passage;
    }

    @Test
    void aFileHandedInAgainIsTheSameRevisionTheNextOneNewOrAskedAbout(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Oluwaseun Finchley-Ade");
        ruled(mirela, "Come again", RuleForms.CHECKS);
        JsonNode first = site.settled(site.submit(DNM + " / Come again", "Cofferdam again.pdf")).getFirst();
        assertThat(site.settled(site.submit(DNM + " / Come again", "Cofferdam again.pdf")).getFirst().get("at").get("stop").get("code")
                .asString())
                .isEqualTo("ALREADY_ON_ITS_WAY");
        sendBack(mirela, first);
        JsonNode foretold = preview(site, site.folder(DNM + " / Come again"), Map.of("name", "Cofferdam again.pdf", "size", 10)).getFirst()
                .get("tried");
        JsonNode again = site.settled(site.submit(DNM + " / Come again", "Cofferdam again.pdf")).getFirst();
        assertThat(again.get("names").get("number").asString()).isEqualTo(first.get("names").get("number").asString())
                .isEqualTo(foretold.get("identity").get("number").asString());
        assertThat(again.get("names").get("revision").asString()).as("nobody had decided on the first").isEqualTo("P01")
                .isEqualTo(foretold.get("identity").get("revision").asString());

        ruled(mirela, "Always new", checks("sameName", "NEW_DOCUMENT"));
        String one = site.settled(site.submit(DNM + " / Always new", "Twice.pdf")).getFirst().get("names").get("number").asString();
        assertThat(site.settled(site.submit(DNM + " / Always new", "Twice.pdf")).getFirst().get("names").get("number").asString())
                .isNotEqualTo(one);

        ruled(mirela, "Asked about", checks("sameName", "ASK"));
        String known = site.settled(site.submit(DNM + " / Asked about", "Which.pdf")).getFirst().get("names").get("number").asString();
        JsonNode asked = site.settled(site.submit(DNM + " / Asked about", "Which.pdf")).getFirst();
        assertThat(asked.get("at").get("stop").get("code").asString()).isEqualTo("SAME_NAME");
        assertThat(asked.get("at").get("stop").get("proposal").asString()).as("what to put into the name").isEqualTo(known + "_Which");
    }

    @Test
    void aPdfThatCannotBeOpenedIsMarkedOrStoppedAsTheRuleSays(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Oluwaseun Finchley-Ade");
        ruled(mirela, "Opened", RuleForms.CHECKS);
        JsonNode marked = site.settled(site.submit(DNM + " / Opened", "Cut off.pdf")).getFirst();
        String page = site.get("/api/passages/" + marked.get("id").asLong()).must(200).body().get("journal").toString();
        assertThat(page).contains("“Cut off.pdf” cannot be opened: it is damaged or cut off.");
        assertThat(site.get(project(site) + "/title-blocks?passage=" + marked.get("id").asLong()).must(200).body().toString())
                .contains("cannot be opened");
        ruled(mirela, "Must open", checks("unreadable", "STOP"));
        JsonNode stopped = site.settled(site.submit(DNM + " / Must open", "Cut off too.pdf")).getFirst();
        assertThat(stopped.get("at").get("stop").get("code").asString()).isEqualTo("CANNOT_BE_READ");
        assertThat(stopped.get("at").get("station").asString()).isEqualTo("PREPARE");
    }

    @Test
    void bytesThatAreKnownAreSaidBeforeTheyAreSent(App app) throws Exception {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Oluwaseun Finchley-Ade");
        long folder = ruled(mirela, "Known bytes", RuleForms.CHECKS);
        site.settled(site.submit(DNM + " / Known bytes", "First of its bytes.pdf"));
        byte[] bytes = Client.content("First of its bytes.pdf");
        String hash = HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
        JsonNode known = preview(site, folder, Map.of("name", "Second.pdf", "size", bytes.length, "hash", hash)).getFirst();
        assertThat(known.get("remarks").toString()).contains("The same bytes came before as “First of its bytes.pdf” in " + DNM
                + " / Known bytes");
        Client yusuf = app.as("Yusuf Karaderin");
        assertThat(preview(yusuf, yusuf.folder("Work in progress / Fennick Hydraulics / Drawings"),
                Map.of("name", "Second.pdf", "size", bytes.length, "hash", hash)).getFirst().get("remarks"))
                .as("whoever may not see them learns nothing of them by their hash").isEmpty();
        JsonNode unknown = preview(site, folder, Map.of("name", "Third.pdf", "size", 5, "hash", HexFormat.of()
                .formatHex(MessageDigest.getInstance("SHA-256").digest("other".getBytes(StandardCharsets.UTF_8))))).getFirst();
        assertThat(unknown.get("remarks")).isEmpty();
        assertThat(known.get("tried").get("halts").get(0).get("account").asString()).as("what has not happened is foretold")
                .startsWith("Will be taken by rule “Known bytes”");
    }

    @Test
    void whatWillNotBeTakenIsForetoldWithTheSameReason(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Oluwaseun Finchley-Ade");
        long folder = ruled(mirela, "Refused at once", RuleForms.CHECKS);
        List<Map<String, Object>> files = List.of(Map.of("name", "Sound.pdf", "size", 10), Map.of("name", "Empty.pdf", "size", 0),
                Map.of("name", "Huge.pdf", "size", 1L << 60), Map.of("name", "SOUND.pdf", "size", 11),
                Map.of("name", "a\u0007b.pdf", "size", 5));
        List<JsonNode> foretold = site.lines("/api/folders/" + folder + "/previews", Map.of("files", files, "given", Map.of())).stream()
                .filter(l -> l.has("arrival")).map(l -> l.get("arrival")).toList();
        JsonNode happens = site.post("/api/folders/" + folder + "/submissions", Map.of("purpose", "", "files", files)).must(201).body();
        assertThat(refusals(happens.get("files"))).hasSize(4).containsExactlyElementsOf(refusals(foretold));
        assertThat(foretold.stream().filter(t -> t.has("tried"))).singleElement()
                .satisfies(t -> assertThat(t.get("name").asString()).isEqualTo("Sound.pdf"));
    }

    private static List<String> refusals(Iterable<JsonNode> of) {
        return StreamSupport.stream(of.spliterator(), false).filter(f -> f.has("refusal")).map(f -> f.get("refusal").asString()).toList();
    }

    @Test
    void whatWasForetoldByOtherRulesIsNotSentWithoutAskingAgain(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Oluwaseun Finchley-Ade");
        long folder = ruled(mirela, "Foretold", RuleForms.CHECKS);
        int sheet = site.lines("/api/folders/" + folder + "/previews",
                Map.of("files", List.of(Map.of("name", "a.pdf", "size", 1)), "given", Map.of())).getLast().get("sheet").asInt();
        ruled(mirela, "Foretold otherwise", RuleForms.CHECKS);
        Map<String, Object> entry = Map.of("purpose", "", "files", List.of(Map.of("name", "a.pdf", "size", 1)), "sheet", sheet);
        assertThat(site.post("/api/folders/" + folder + "/submissions", entry).must(409).type()).isEqualTo("rules-changed");
        Map<String, Object> anew = new HashMap<>(entry);
        anew.put("sheet", site.get("/api/folders/" + folder).must(200).body().get("sheet").asInt());
        site.post("/api/folders/" + folder + "/submissions", anew).must(201);
    }

    @Test
    void whoMayNotHandInIsToldWhoMayAndWhoMayChangeIt(App app) {
        Client mirela = app.as("Mirela Draganova");
        long folder = mirela.post("/api/folders/" + mirela.folder("Work in progress") + "/folders",
                Map.of("name", "Common minutes", "values", Map.of())).must(201).body().get("id").asLong();
        JsonNode page = app.as("Priya Venkatarangan").get("/api/folders/" + folder).must(200).body();
        assertThat(page.get("mayDrop").asBoolean()).isFalse();
        assertThat(page.get("handIn").get("who")).isEmpty();
        assertThat(page.get("handIn").get("ask").toString()).contains("Mirela Draganova");
        long rule = RuleForms.add(mirela, RuleForms.asProject("Minutes", folder));
        assertThat(RuleForms.row(mirela, rule).get("findings").findValuesAsString("sentence"))
                .contains("Nobody but document control may hand in to “Work in progress / Common minutes”.");
        long firm = mirela.get(project(mirela) + "/people").must(200).body().get("firms").valueStream()
                .filter(f -> f.get("code").asString().equals("ALD")).findFirst().orElseThrow().get("id").asLong();
        mirela.put("/api/folders/" + folder + "/access", Map.of("version", page.get("folder").get("version").asInt(), "restricted", false,
                "grants", List.of(Map.of("firm", firm, "mayDrop", true)))).must(204);
        assertThat(app.as("Priya Venkatarangan").get("/api/folders/" + folder).must(200).body().get("mayDrop").asBoolean()).isTrue();
        assertThat(RuleForms.row(mirela, rule).get("findings").findValuesAsString("sentence"))
                .noneMatch(s -> s.startsWith("Nobody but document control"));
        mirela.delete("/api/rules/" + rule + "/draft?version=" + RuleForms.row(mirela, rule).get("version").asInt()).must(204);
    }

    @Test
    void filesStandInTheOrderPeopleCountAndPlacedOnesSayWhichDocumentTheyAre(App app) {
        Client site = app.as("Oluwaseun Finchley-Ade");
        Client mirela = app.as("Mirela Draganova");
        mirela.post("/api/folders/" + mirela.folder(DNM) + "/folders", Map.of("name", "Counted", "values", Map.of())).must(201);
        site.submit(DNM + " / Counted", "Sheet 15.pdf", "Sheet 2.pdf", "Sheet 1.pdf");
        assertThat(site.get("/api/folders/" + site.folder(DNM + " / Counted")).must(200).body().get("files").get("items").valueStream()
                .map(f -> f.get("file").get("name").asString()))
                .containsExactly("Sheet 1.pdf", "Sheet 2.pdf", "Sheet 15.pdf");
        JsonNode placed = mirela.get("/api/folders/" + mirela.folder("Shared / Hydraulics")).must(200).body().get("files").get("items")
                .get(0).get("document");
        assertThat(placed.get("number").asString()).startsWith("KWR-FNK-H-");
        assertThat(placed.get("title").asString()).isNotBlank();
        assertThat(placed.get("status").asString()).isIn("A1", "B1");
    }

    @Test
    void whatOneHandedInAndWhatCameBackIsOnesOwnWhateverRoleOneHas(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Oluwaseun Finchley-Ade");
        ruled(mirela, "Own", RuleForms.CHECKS);
        JsonNode back = site.settled(site.submit(DNM + " / Own", "Own and back.pdf")).getFirst();
        Client kwabena = app.as("Kwabena Adofori");
        kwabena.decide(kwabena.reviewOf(back), back, 1, "").must(204);
        kwabena.closeStep(kwabena.reviewOf(back)).must(204);
        Client tomasz = app.as("Tomasz Łęgowicz");
        JsonNode review = Client.until(() -> tomasz.reviewOf(back), r -> r.get("may").get("decide").asBoolean());
        tomasz.decide(review, back, 3, "Once more.").must(204);
        tomasz.closeStep(review).must(204);
        String path = project(site) + "/passages?which=TO_ANSWER";
        Client.until(() -> site.get(path).must(200).body().toString(), b -> b.contains("Own and back"));
        assertThat(kwabena.get(project(kwabena) + "/passages?which=TO_ANSWER&mine=true").must(200).body().toString())
                .as("another's is not one's own").doesNotContain("Own and back");
        site.settled(site.submit(DNM + " / Own", "Own and back.pdf"));
        assertThat(site.get(path).must(200).body().toString()).as("it has been answered").doesNotContain("Own and back");
    }
}
