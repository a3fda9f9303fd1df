package app.pervius.server.rules;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Desks;
import app.pervius.server.RuleForms;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What goes on beside handling rules: what none of them takes, and the copies of watching rules. */
@ExtendWith(Running.class)
class BesideTest {

    /** Priya's firm keeps it; no rule stands on it or above. */
    private static final String LOOSE = Desks.REPORTS;
    private static final List<Map<String, Object>> DRAWINGS = List.of(Map.of("kind", "NAME", "pattern", "Drawing {title}"));

    private static long make(Client who, String parent, String name) {
        return who.post("/api/folders/" + who.folder(parent) + "/folders",
                Map.of("name", name, "values", Map.of("discipline", "C", "type", "MS"))).must(201).body().get("id").asLong();
    }

    private static List<String> names(Client who, String path) {
        return who.get("/api/folders/" + who.folder(path)).must(200).body().get("files").get("items").valueStream()
                .map(row -> row.get("file").get("name").asString()).sorted().toList();
    }

    /** Says what becomes of what no rule takes in a folder, and puts that in force. */
    private static void untaken(Client who, long folder, String then) {
        String rules = "/api/projects/" + who.project() + "/rules";
        JsonNode project = who.get(rules).must(200).body().get("project");
        List<Object> folders = new ArrayList<>();
        project.get("inForce").get("untaken").get("folders").forEach(folders::add);
        folders.add(Map.of("folder", folder, "then", then));
        Map<String, Object> stations = new HashMap<>();
        project.get("inForce").properties().forEach(e -> stations.put(e.getKey(), e.getValue()));
        stations.put("untaken", Map.of("usual", "STOP", "folders", folders));
        who.put(rules + "/project-draft", Map.of("version", project.get("version").asInt(), "stations", stations)).must(204);
        int version = who.get(rules).must(200).body().get("project").get("version").asInt();
        who.post(rules + "/putting-in-force", Map.of("rows", List.of(), "order", false, "project", version)).must(200);
    }

    private static Map<String, Object> drawings(Client mirela, String name, long folder) {
        Map<String, Object> form = RuleForms.handling(name, folder, "documents", "civil", mirela.folder("Shared / Site documents"));
        form.put("conditions", DRAWINGS);
        return form;
    }

    @Test
    void whatNoRuleTakesIsLeftAndToldWhereTheFolderSaysSoAndGoesThroughOnceARuleTakesIt(App app) {
        Client mirela = new Desks(app).mirela;
        Client priya = app.as("Priya Venkatarangan");
        long folder = make(mirela, LOOSE, "Left and told");
        RuleForms.inForce(mirela, drawings(mirela, "Left and told", folder));
        untaken(mirela, folder, "LEAVE_AND_TELL");
        JsonNode page = mirela.get("/api/folders/" + folder).must(200).body();
        assertThat(page.get("untaken").asString()).isEqualTo("left where it lies, and the document controller is told");
        List<JsonNode> foretold = priya.lines("/api/folders/" + folder + "/previews",
                Map.of("files", List.of(Map.of("name", "Levels.txt", "size", 5)), "given", Map.of()));
        assertThat(foretold.getFirst().get("arrival").get("tried").get("halts").get(0).get("kind").asString()).isEqualTo("LEFT");
        JsonNode left = priya.settled(priya.submit(LOOSE + " / Left and told", "Levels.txt")).getFirst();
        assertThat(left.get("at").get("ended").asString()).isEqualTo("LEFT");
        assertThat(names(mirela, LOOSE + " / Left and told")).containsExactly("Levels.txt");
        Client.until(() -> Desks.mails(mirela, "mirela", "Levels.txt"), m -> m.size() == 1);
        assertThat(mirela.get("/api/passages/" + left.get("id").asLong()).must(200).raw().body())
                .contains("Left where it lies. No rule takes this. Tried “Left and told”");
        assertThat(RuleForms.row(mirela, RuleForms.named(mirela, "Left and told").get("id").asLong()).get("fitted").asLong()).isZero();

        Map<String, Object> levels = RuleForms.handling("Levels after all", folder, "documents", "civil",
                mirela.folder("Shared / Site documents"));
        levels.put("conditions", List.of(Map.of("kind", "NAME", "pattern", "Levels")));
        long rule = RuleForms.inForce(mirela, levels);
        JsonNode there = mirela.get("/api/projects/" + mirela.project() + "/lying?rules=" + rule).must(200).body();
        assertThat(there.get(0).get("files").asInt()).as("it is asked for once a rule stands there that may take it").isEqualTo(1);
    }

    @Test
    void elsewhereItIsStoppedAsBefore(App app) {
        Client mirela = new Desks(app).mirela;
        Client priya = app.as("Priya Venkatarangan");
        long folder = make(mirela, LOOSE, "Stopped as ever");
        RuleForms.inForce(mirela, drawings(mirela, "Stopped as ever", folder));
        long below = make(mirela, LOOSE + " / Stopped as ever", "But not here");
        untaken(mirela, below, "LEAVE");
        JsonNode stopped = priya.settled(priya.submit(LOOSE + " / Stopped as ever", "Stopped.txt")).getFirst();
        assertThat(stopped.get("at").get("state").asString()).isEqualTo("STOPPED");
        JsonNode left = priya.settled(priya.submit(LOOSE + " / Stopped as ever / But not here", "Left.txt")).getFirst();
        assertThat(left.get("at").get("ended").asString()).isEqualTo("LEFT");
        assertThat(Desks.mails(mirela, "mirela", "Left.txt")).as("left alone").isEmpty();
        String words = mirela.get("/api/projects/" + mirela.project() + "/rules").must(200).body().get("project").get("words")
                .get("untaken")
                .toString();
        assertThat(words).contains("What no rule takes is stopped at Arrive, for the document controller.")
                .contains(LOOSE + " / Stopped as ever / But not here and below: it is left where it lies.");
    }

    @Test
    void aWatchingRuleMirrorsATreeBesideTheHandlingRule(App app) {
        Client mirela = new Desks(app).mirela;
        Client priya = app.as("Priya Venkatarangan");
        long from = make(mirela, LOOSE, "Mirrored");
        make(mirela, LOOSE + " / Mirrored", "North");
        long mirror = make(mirela, "Work in progress", "The mirror");
        RuleForms.inForce(mirela, RuleForms.handling("Mirrored", from, "documents", "civil", mirela.folder("Shared / Site documents")));
        long rule = RuleForms.inForce(mirela, RuleForms.copying("Mirror it", from, "ARRIVED", mirror, "{below}", "KEEP_BOTH"));
        List<JsonNode> foretold = priya.lines("/api/folders/" + mirela.folder(LOOSE + " / Mirrored / North") + "/previews",
                Map.of("files", List.of(Map.of("name", "Pile 4.pdf", "size", 5)), "given", Map.of()));
        assertThat(foretold.getFirst().get("arrival").get("tried").get("copies").get(0).get("account").asString())
                .isEqualTo("Will be copied to “Work in progress / The mirror / North” as Pile 4.pdf.");
        JsonNode first = priya.settled(priya.submit(LOOSE + " / Mirrored / North", "Pile 4.pdf")).getFirst();
        assertThat(first.get("at").get("state").asString()).as("the copy holds up nothing").isEqualTo("WAITING");
        assertThat(names(mirela, "Work in progress / The mirror / North")).containsExactly("Pile 4.pdf");
        assertThat(mirela.get("/api/passages/" + first.get("id").asLong()).must(200).raw().body())
                .contains("Beside its way, “Mirror it”: Copied to “Work in progress / The mirror / North” as Pile 4.pdf.");
        JsonNode run = mirela.get("/api/rules/" + rule + "/watched").must(200).body().get("items").get(0);
        assertThat(run.get("copied").asString()).contains("The mirror / North");
        assertThat(run.get("failed").asBoolean()).isFalse();
        assertThat(RuleForms.row(mirela, rule).get("words").get("issue").get(0).asString())
                .isEqualTo("On arrival copies it to Work in progress / The mirror / {below}, called {name}; "
                        + "a name that is taken is kept beside it.");
    }

    @Test
    void aCopyThatCannotBePutSaysSoAndStopsNothing(App app) {
        Client mirela = new Desks(app).mirela;
        Client priya = app.as("Priya Venkatarangan");
        long from = make(mirela, LOOSE, "Copied once");
        long to = make(mirela, "Work in progress", "Only one of a name");
        long rule = RuleForms.inForce(mirela, RuleForms.copying("Copy once", from, "ARRIVED", to, "", "STOP"));
        priya.submit(LOOSE + " / Copied once", "Diary.pdf");
        Client.until(() -> names(mirela, "Work in progress / Only one of a name"), n -> n.equals(List.of("Diary.pdf")));
        priya.submit(LOOSE + " / Copied once", "Diary.pdf");
        JsonNode runs = Client.until(() -> mirela.get("/api/rules/" + rule + "/watched").must(200).body().get("items"), r -> r.size() == 2);
        assertThat(runs.get(0).get("failed").asBoolean()).isTrue();
        assertThat(runs.get(0).get("copied").asString()).startsWith("Not copied: “Diary.pdf” is there already");
        assertThat(names(mirela, "Work in progress / Only one of a name")).containsExactly("Diary.pdf");
    }

    @Test
    void whatIsCopiedIsNoArrivalUnlessARuleAsksForIt(App app) {
        Client mirela = new Desks(app).mirela;
        Client priya = app.as("Priya Venkatarangan");
        long from = make(mirela, LOOSE, "Copied on");
        long silent = make(mirela, "Work in progress", "Takes no placed ones");
        long asking = make(mirela, "Work in progress", "Takes placed ones");
        Map<String, Object> placed = RuleForms.asProject("Placed ones", asking);
        placed.put("conditions", List.of(Map.of("kind", "EVENT", "events", List.of("PLACED"))));
        RuleForms.inForce(mirela, placed);
        RuleForms.inForce(mirela, RuleForms.asProject("No placed ones", silent));
        Map<String, Object> both = RuleForms.copying("Copy on", from, "ARRIVED", silent, "", "KEEP_BOTH");
        both.put("copies", List.of(silent, asking).stream().map(to -> Map.of("occasion", "ARRIVED",
                "into", Map.of("folder", to, "path", "", "name", "{name}"), "whenTaken", "KEEP_BOTH")).toList());
        RuleForms.inForce(mirela, both);
        priya.submit(LOOSE + " / Copied on", "Onward.pdf");
        Client.until(() -> mirela.get("/api/projects/" + mirela.project() + "/passages?which=ALL&folder=" + asking).must(200).body()
                .get("items"), items -> items.size() == 1);
        assertThat(mirela.get("/api/projects/" + mirela.project() + "/passages?which=ALL&folder=" + silent).must(200).body().get("items"))
                .isEmpty();
        assertThat(names(mirela, "Work in progress / Takes no placed ones")).containsExactly("Onward.pdf");
    }

    @Test
    void theCheckWarnsOfACopyThatNeedsWhatNothingFills(App app) {
        Client mirela = new Desks(app).mirela;
        String site = "Work in progress / Dunmarrow Works";
        long from = mirela.post("/api/folders/" + mirela.folder(site) + "/folders", Map.of("name", "Copied unfilled", "values", Map.of()))
                .must(201).body().get("id").asLong();
        long to = make(mirela, LOOSE, "Copies unfilled");
        String warning = "A copy needs “Discipline”, which nothing fills for files in “" + site + " / Copied unfilled”.";
        Map<String, Object> form = RuleForms.copying("Copy unfilled", from, "ARRIVED", to, "{discipline}", "KEEP_BOTH");
        assertThat(RuleForms.row(mirela, RuleForms.add(mirela, form)).get("findings").findValuesAsString("sentence")).contains(warning);
        Map<String, Object> bracketed = RuleForms.copying("Copy perhaps", from, "ARRIVED", to, "all[ {discipline}]", "KEEP_BOTH");
        assertThat(RuleForms.row(mirela, RuleForms.add(mirela, bracketed)).get("findings").findValuesAsString("sentence")).isEmpty();
    }

    @Test
    void theCheckHoldsBackACopyThatCouldNeverBePut(App app) {
        Client mirela = new Desks(app).mirela;
        long from = make(mirela, LOOSE, "Copied never");
        long shared = mirela.folder("Shared / Site documents");
        Map<String, Object> form = RuleForms.copying("Copy never", from, "ARRIVED", shared, "{nonsense}", "REPLACE");
        long rule = RuleForms.add(mirela, form);
        List<String> said = RuleForms.row(mirela, rule).get("findings").findValuesAsString("sentence");
        assertThat(said).anyMatch(s -> s.contains("only what has been issued is copied there"))
                .anyMatch(s -> s.contains("path of a copy, at character 1")).anyMatch(s -> s.contains("nothing is replaced"));
        RuleForms.putInForce(mirela, rule).must(409);
        Map<String, Object> nothing = RuleForms.copying("Does nothing", from, "ARRIVED", from, "", "STOP");
        nothing.put("copies", List.of());
        assertThat(RuleForms.row(mirela, RuleForms.add(mirela, nothing)).get("findings").findValuesAsString("sentence"))
                .contains("It tells nobody and copies nothing.");
    }

    @Test
    void whatIsSentByHandIsReviewedAlsoWhereTheRestIsLeft(App app) {
        Desks desks = new Desks(app);
        long folder = make(desks.mirela, LOOSE, "Sent by hand where all is left");
        untaken(desks.mirela, folder, "LEAVE");
        desks.approvedBy("left-alone", "Tomasz Łęgowicz");
        app.as("Priya Venkatarangan").submit(LOOSE + " / Sent by hand where all is left", "By hand.pdf");
        long file = desks.mirela.get("/api/folders/" + folder).must(200).body().get("files").get("items").get(0).get("file").get("id")
                .asLong();
        JsonNode sent = desks.mirela.settled(desks.mirela.post("/api/folders/" + folder + "/sendings", Desks.sending(List.of(file),
                "left-alone")).must(201).body().get("submission").asLong()).getFirst();
        assertThat(sent.get("at").get("state").asString()).isEqualTo("WAITING");
    }

    @Test
    void aSampleIsTriedWhereTheNewRuleWillStand(App app) {
        Client mirela = new Desks(app).mirela;
        long folder = make(mirela, LOOSE, "Two of a kind");
        long first = RuleForms.add(mirela, drawings(mirela, "First of two", folder));
        Map<String, Object> rule = RuleForms.handling("Another", folder, "documents", "civil", mirela.folder("Shared / Site documents"));
        Map<String, Object> file = Map.of("name", "Drawing of a gate.pdf", "size", 1);
        String samples = "/api/projects/" + mirela.project() + "/rules/samples";
        long above = mirela.get("/api/projects/" + mirela.project() + "/rules").must(200).body().get("rules").get(0).get("id").asLong();
        JsonNode behind = mirela.post(samples, Map.of("written", Map.of("rule", rule, "behind", first), "folder", folder, "file", file))
                .must(200).body();
        assertThat(behind.get("taken").asString()).isEqualTo("First of two");
        JsonNode before = mirela.post(samples, Map.of("written", Map.of("rule", rule, "behind", above), "folder", folder, "file", file))
                .must(200).body();
        assertThat(before.has("taken")).as("behind the uppermost rule it is above the other").isFalse();
        assertThat(before.get("tried").get("tried").get("rule").asString()).isEqualTo("Another");
        JsonNode unmet = mirela.post(samples, Map.of("written", Map.of("rule", drawings(mirela, "Unmet", folder)), "folder", folder, "file",
                Map.of("name", "Note.pdf", "size", 1))).must(200).body();
        assertThat(unmet.get("unmet").asString()).contains("“Note” does not fit “Drawing {title}”");
    }
}
