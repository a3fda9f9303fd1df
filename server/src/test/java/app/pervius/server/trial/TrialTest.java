package app.pervius.server.trial;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.RuleForms;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

@ExtendWith(Running.class)
class TrialTest {

    private static final String DELIVERIES = "Work in progress / Dunmarrow Works / Deliveries";
    private static final String SHARED = "Shared / Site documents";

    private static Map<String, Object> file(String name) {
        byte[] content = Client.content(name);
        return Map.of("name", name, "size", content.length, "head", Base64.getEncoder().encodeToString(content));
    }

    private static Map<String, Object> trial(List<Map<String, Object>> files, long folder) {
        return new HashMap<>(Map.of("files", files, "passages", List.of(), "folder", folder, "onlyDifferent", false, "inForce", false));
    }

    /** The arrivals of an answer that comes line by line. */
    private static List<JsonNode> arrivals(List<JsonNode> lines) {
        assertThat(lines.getLast().get("done").asInt()).isEqualTo(lines.getLast().get("of").asInt());
        return lines.stream().filter(line -> line.has("arrival")).map(line -> line.get("arrival")).toList();
    }

    private static List<JsonNode> tryDraft(Client who, Map<String, Object> entry) {
        return arrivals(who.lines("/api/projects/" + who.project() + "/trials", entry));
    }

    private static List<JsonNode> preview(Client who, long folder, String... names) {
        return arrivals(who.lines("/api/folders/" + folder + "/previews",
                Map.of("files", List.of(names).stream().map(TrialTest::file).toList(), "given", Map.of())));
    }

    private static long make(Client who, String name, Map<String, String> values) {
        return who.post("/api/folders/" + who.folder("Work in progress / Dunmarrow Works") + "/folders",
                Map.of("name", name, "values", values)).must(201).body().get("id").asLong();
    }

    private static void drop(Client who, long id) {
        who.delete("/api/rules/" + id + "?version=" + RuleForms.row(who, id).get("version").asInt()).must(204);
    }

    /** Everything the database holds but sessions and the times people were last seen, as one text. */
    private static String everything(App app) {
        return String.join("\n", app.bean(JdbcClient.class).sql("script").query(String.class).list().stream()
                .filter(line -> line != null && !line.contains("SPRING_SESSION") && !line.startsWith("-- ")).toList());
    }

    private static long blobs(App app) {
        try (var paths = java.nio.file.Files.walk(app.data())) {
            return paths.filter(java.nio.file.Files::isRegularFile).filter(p -> !p.toString().contains("pervius.mv")).count();
        } catch (java.io.IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    @Test
    void aDropIsPreviewedAsItThenHappens(App app) {
        Client site = app.as("Marisol Quintavalle");
        long folder = site.folder(DELIVERIES);
        List<JsonNode> seen = preview(site, folder, "MS-C_Piling.pdf", "MS-C_Piling.docx", "Nonsense.pdf", "MS-C_Photo.png");
        assertThat(seen).hasSize(3);
        JsonNode piling = seen.getFirst().get("tried");
        assertThat(seen.getFirst().get("files").asInt()).isEqualTo(2);
        assertThat(piling.get("rule").asString()).isEqualTo("Site documents");
        assertThat(piling.get("route").asString()).isEqualTo("Civil");
        assertThat(piling.get("steps").get(0).get("people").get(0).asString()).isEqualTo("Kwabena Adofori");
        assertThat(piling.get("ends").valueStream().map(e -> e.get("digit").asInt() + " " + e.get("account").asString()).toList()
                .getFirst())
                .startsWith("1 Will be placed in “Shared / Site documents” as " + piling.get("identity").get("number")
                        .asString() + "_P01_A1, status A1");
        assertThat(piling.get("told").valueStream().map(t -> t.get("occasion").asString() + " " + t.get("who").asString()))
                .contains("ARRIVED Marisol Quintavalle");
        assertThat(seen.get(1).get("tried").get("halts").valueStream().toList().getLast().get("code").asString())
                .isEqualTo("NAME_DOES_NOT_FIT");
        assertThat(seen.get(1).get("tried").get("halts").valueStream().toList().getLast().get("kind").asString()).isEqualTo("STOPPED");
        assertThat(seen.get(2).get("tried").get("halts").valueStream().toList().getLast().get("code").asString()).isEqualTo("NO_RULE");
        List<JsonNode> real = site.settled(site.submit(DELIVERIES, "MS-C_Piling.pdf", "MS-C_Piling.docx", "Nonsense.pdf", "MS-C_Photo.png"))
                .reversed();
        JsonNode passage = real.stream().filter(p -> p.get("names").get("originalName").asString().startsWith("MS-C_Piling")).findFirst()
                .orElseThrow();
        assertThat(passage.get("names").get("number").asString()).isEqualTo(piling.get("identity").get("number").asString());
    }

    @Test
    void aTrialChangesNothingAtAll(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        long folder = make(mirela, "Untouched", Map.of("type", "RP", "discipline", "C"));
        long id = RuleForms.add(mirela, RuleForms.with(RuleForms.handling("Untouched", folder, "documents", "civil", mirela.folder(SHARED)),
                "issue",
                RuleForms.issue(RuleForms.into(mirela.folder(SHARED), "A1", "{discipline}/{title}"))));
        Map<String, Object> entry = with(trial(List.of(file("One.pdf"), file("Two.pdf")), folder), "author", site.person());
        List<JsonNode> tried = new ArrayList<>();
        for (int attempt = 0; attempt < 5; attempt++) {
            String before = everything(app);
            long blobs = blobs(app);
            tried = tryDraft(mirela, entry);
            tryDraft(mirela, Map.of("last", 200, "passages", List.of(), "files", List.of(), "onlyDifferent", true, "inForce", false));
            preview(site, site.folder(DELIVERIES), "MS-C_Something.pdf");
            assertThat(blobs(app)).isEqualTo(blobs);
            // Messages of earlier tests may go out at the same time, so it is looked at again unless nothing has changed.
            if (everything(app).equals(before)) {
                break;
            }
            assertThat(attempt).as("something changes each time a trial runs").isLessThan(4);
        }
        assertThat(tried.stream().map(t -> t.get("tried").get("identity").get("number").asString().replaceAll(".*-", ""))
                .map(Integer::parseInt).toList())
                .satisfies(numbers -> assertThat(numbers.get(1)).isEqualTo(numbers.get(0) + 1));
        assertThat(tried.getFirst().get("differences").valueStream().map(JsonNode::asString))
                .containsExactly("Taken by “Untouched” instead of no rule.", "It goes through; now it is only kept.");
        drop(mirela, id);
    }

    @Test
    void pastArrivalsAreTriedAsTheyArrivedAndOnlyWhatDiffersIsShown(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        long folder = make(mirela, "Looked back on", Map.of("type", "RP", "discipline", "C"));
        long id = RuleForms.inForce(mirela, RuleForms.handling("Looked back on", folder, "documents", "civil", mirela.folder(SHARED)));
        List<JsonNode> first = site.settled(site.submit("Work in progress / Dunmarrow Works / Looked back on", "Alpha.pdf"));
        String number = first.getFirst().get("names").get("number").asString();
        Client.accept(app, first.getFirst());
        List<JsonNode> second = site.settled(site.submit("Work in progress / Dunmarrow Works / Looked back on", number + "_P02 Alpha.pdf"));
        Map<String, Object> entry = Map.of("passages", List.of(first.getFirst().get("id").asLong(), second.getFirst().get("id").asLong()),
                "files", List.of(), "onlyDifferent", false, "inForce", false);
        List<JsonNode> tried = tryDraft(mirela, entry);
        assertThat(tried).extracting(t -> t.get("tried").path("identity").path("revision").asString()).containsExactly("P01", "P02");
        assertThat(tried).allSatisfy(t -> assertThat(t.get("differences")).isEmpty());
        Map<String, Object> other = RuleForms.handling("Looked back on", folder, "documents", "hydraulics", mirela.folder(SHARED));
        other.put("conditions", List.of(Map.of("kind", "NAME", "pattern", "{*}Alpha")));
        RuleForms.saveDraft(mirela, id, other);
        Map<String, Object> last = Map.of("last", 50, "folder", folder, "passages", List.of(), "files", List.of(), "onlyDifferent", true,
                "inForce", false);
        List<String> differences = tryDraft(mirela, last).stream().flatMap(t -> t.get("differences").valueStream()).map(JsonNode::asString)
                .toList();
        assertThat(differences).contains("Its route would be Hydraulics instead of Civil.");
        drop(mirela, id);
    }

    @Test
    void aDraftWithErrorsIsNamedAndWhatIsInForceIsTriedInstead(App app) {
        Client mirela = app.as("Mirela Draganova");
        long folder = make(mirela, "Half done", Map.of("type", "RP", "discipline", "C"));
        long sound = RuleForms.inForce(mirela, RuleForms.handling("Half done", folder, "documents", "civil", mirela.folder(SHARED)));
        long never = RuleForms.add(mirela, RuleForms.handling("In its shadow", folder, "documents", "hydraulics", mirela.folder(SHARED)));
        Map<String, Object> faulty = RuleForms.handling("Half done", folder, "documents", "hydraulics", mirela.folder(SHARED));
        faulty.put("conditions", List.of(Map.of("kind", "NAME", "pattern", "{title")));
        RuleForms.saveDraft(mirela, sound, faulty);
        List<JsonNode> lines = mirela.lines("/api/projects/" + mirela.project() + "/trials",
                with(trial(List.of(file("One.pdf")), folder), "author", app.as("Marisol Quintavalle").person()));
        assertThat(lines.getLast().get("faulty").valueStream().map(JsonNode::asString)).contains("Half done");
        assertThat(arrivals(lines)).singleElement().satisfies(t -> {
            assertThat(t.get("tried").get("rule").asString()).isEqualTo("Half done");
            assertThat(t.get("tried").get("route").asString()).isEqualTo("Civil");
            assertThat(t.get("differences")).isEmpty();
        });
        drop(mirela, never);
        drop(mirela, sound);
    }

    @Test
    void whatATrialSaysIsWhatThenReallyHappens(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        Random random = new Random(6);
        int compared = 0;
        for (int round = 0; round < 10; round++) {
            String name = "Generated " + round;
            long folder = make(mirela, name, random.nextBoolean() ? Map.of("type", "RP", "discipline", "C") : Map.of());
            List<Long> rules = new ArrayList<>();
            for (int i = 0; i < 1 + random.nextInt(3); i++) {
                rules.add(RuleForms.add(mirela, generated(mirela, name + " " + i, folder, random)));
            }
            String[] names = names(random);
            Map<String, JsonNode> said = new TreeMap<>();
            List<Long> sound = rules.stream().filter(id -> RuleForms.row(mirela, id).get("findings").valueStream()
                    .noneMatch(f -> f.get("error").asBoolean())).toList();
            rules.stream().filter(id -> !sound.contains(id)).forEach(id -> drop(mirela, id));
            if (!sound.isEmpty()) {
                tryDraft(mirela, with(trial(List.of(names).stream().map(TrialTest::file).toList(), folder), "author", site.person()))
                        .forEach(t -> said.put(t.get("name").asString(), t.get("tried")));
                RuleForms.putInForce(mirela, sound.stream().mapToLong(Long::longValue).toArray()).must(200);
                for (JsonNode passage : site.settled(site.submit("Work in progress / Dunmarrow Works / " + name, names))) {
                    same(round + " " + passage.get("names").get("originalName").asString(),
                            said.get(passage.get("names").get("originalName").asString()), passage);
                    compared++;
                }
                sound.forEach(id -> drop(mirela, id));
            }
        }
        assertThat(compared).isGreaterThan(25);
    }

    private static Map<String, Object> with(Map<String, Object> entry, String key, Object value) {
        entry.put(key, value);
        return entry;
    }

    private static void same(String what, JsonNode said, JsonNode passage) {
        assertThat(passage.path("rule").asString("").replaceAll(" \\(edition.*", "")).as(what).isEqualTo(said.path("rule").asString(""));
        assertThat(passage.path("names").path("number").asString("")).as(what).isEqualTo(said.path("identity").path("number").asString(""));
        assertThat(passage.path("names").path("revision").asString("")).as(what)
                .isEqualTo(said.path("identity").path("revision").asString(""));
        JsonNode halt = said.get("halts").valueStream().toList().getLast();
        switch (halt.get("kind").asString()) {
            case "STOPPED" -> {
                assertThat(passage.path("at").path("stop").path("code").asString("")).as(what).isEqualTo(halt.get("code").asString());
                assertThat(passage.path("at").path("stop").path("reason").asString("")).as(what).isEqualTo(halt.get("account").asString());
                assertThat(passage.get("at").get("station").asString()).as(what).isEqualTo(halt.get("station").asString());
            }
            case "RETURNED" -> assertThat(passage.path("at").path("ended").asString("")).as(what).isEqualTo("SENT_BACK");
            case "PASSED" -> assertThat(passage.path("at").path("ended").asString("")).as(what).isEqualTo("ISSUED");
            default -> {
                assertThat(passage.get("at").get("state").asString()).as(what).isEqualTo("WAITING");
                said.get("steps").get(0).get("people").forEach(person -> assertThat(passage.get("at").get("heldBy").asString()).as(what)
                        .contains(person.asString()));
            }
        }
    }

    private static String[] names(Random random) {
        List<String> all = new ArrayList<>(List.of("MS-C_One.pdf", "MS-C_One.docx", "RP-H_Two.pdf", "Three.pdf", "Four.png",
                "SP-Z_Five.pdf", "MS_Six.pdf", "KWR-DNM-C-RP-0999.pdf", "Seven_MS-C.pdf"));
        java.util.Collections.shuffle(all, random);
        return all.subList(0, 4 + random.nextInt(4)).toArray(String[]::new);
    }

    private static Map<String, Object> generated(Client mirela, String name, long folder, Random random) {
        long shared = mirela.folder(SHARED);
        Map<String, Object> form = RuleForms.handling(name, folder, "documents", random.nextBoolean() ? "civil" : "hydraulics", shared);
        List<Map<String, Object>> conditions = new ArrayList<>();
        switch (random.nextInt(6)) {
            case 0 -> conditions.add(Map.of("kind", "FORMAT", "formats", List.of("PDF")));
            case 1 -> conditions.add(Map.of("kind", "NAME", "pattern", "{type}-{discipline}_{title}"));
            case 2 -> conditions.add(Map.of("kind", "SIZE", "least", 0, "most", 21));
            case 3 -> conditions.add(Map.of("kind", "FIELD", "field", "type", "values", List.of("MS", "RP")));
            case 4 -> conditions.add(Map.of("kind", "NONE", "conditions",
                    List.of(Map.of("kind", "FORMAT", "formats", List.of("IMAGE", "OFFICE")))));
            default -> { }
        }
        form.put("conditions", conditions);
        switch (random.nextInt(4)) {
            case 0 -> RuleForms.with(form, "identify", RuleForms.identify("{type}-{discipline}_{title}"));
            case 1 -> RuleForms.with(form, "identify", RuleForms.identify("{type}-{discipline}_{title}", "{type}_{title}"));
            case 2 -> {
                Map<String, Object> asking = RuleForms.identify();
                Map<String, Object> checks = new HashMap<>(RuleForms.CHECKS);
                checks.put("unknownNumber", random.nextBoolean() ? "RETURN" : "GO_ON");
                asking.put("checks", checks);
                asking.put("asks", random.nextBoolean() ? List.of("discipline") : List.of());
                RuleForms.with(form, "identify", asking);
            }
            default -> { }
        }
        if (random.nextInt(3) == 0) {
            RuleForms.with(form, "review", Map.of());
            Map<String, Object> place = RuleForms.into(shared, "S2", random.nextBoolean() ? "{discipline}/{type}" : "");
            place.put("whenTaken", random.nextBoolean() ? "KEEP_BOTH" : "STOP");
            RuleForms.with(form, "issue", RuleForms.filedAtOnce(place));
            if (random.nextInt(3) == 0) {
                place.put("into", Map.of("folder", shared, "path", "", "name", "{name}"));
                place.put("status", "");
                RuleForms.with(form, "number", Map.of());
            }
        }
        return form;
    }

    @Test
    void whoMayNotPutFilesThereSeesNoPreviewAndOnlyControllersTryDrafts(App app) {
        Client yusuf = app.as("Yusuf Karaderin");
        Client mirela = app.as("Mirela Draganova");
        yusuf.post("/api/folders/" + mirela.folder(DELIVERIES) + "/previews", Map.of("files", List.of(file("a.pdf")), "given", Map.of()))
                .must(404);
        yusuf.post("/api/projects/" + yusuf.project() + "/trials",
                Map.of("last", 1, "passages", List.of(), "files", List.of(), "onlyDifferent", false, "inForce", false)).must(403);
        assertThat(preview(app.as("Marisol Quintavalle"), mirela.folder(DELIVERIES), "MS-C_x.pdf").getFirst().get("tried").get("told")
                .valueStream()).allSatisfy(t ->
                assertThat(t.has("text")).isFalse());
    }
}
