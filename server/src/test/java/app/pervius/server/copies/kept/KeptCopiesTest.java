package app.pervius.server.copies.kept;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.RuleForms;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import app.pervius.server.integrity.Integrity;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** The PDF that is read lies where a rule says, and follows its file. */
@ExtendWith(Running.class)
class KeptCopiesTest {

    private static final String SITE = "Work in progress / Dunmarrow Works";

    private static long make(Client who, String parent, String name) {
        return who.post("/api/folders/" + who.folder(parent) + "/folders", Map.of("name", name, "values", Map.of("type", "DR", "discipline",
                "C"))).must(201).body().get("id").asLong();
    }

    private static List<String> names(Client who, String path) {
        return who.get("/api/folders/" + who.folder(path)).must(200).body().get("files").get("items").valueStream()
                .map(row -> row.get("file").get("name").asString()).sorted().toList();
    }

    private static JsonNode file(Client who, String path, String name) {
        return who.get("/api/folders/" + who.folder(path)).must(200).body().get("files").get("items").valueStream()
                .map(row -> row.get("file")).filter(file -> file.get("name").asString().equals(name)).findFirst().orElseThrow();
    }

    private static Map<String, Object> mirrored(long root, boolean goesWithIt) {
        return Map.of("copy", "WANTED", "keeping", Map.of("place", "MIRRORED", "root", root, "goesWithIt", goesWithIt));
    }

    private static Map<String, Object> beside(boolean goesWithIt) {
        return Map.of("copy", "WANTED", "keeping", Map.of("place", "BESIDE", "goesWithIt", goesWithIt));
    }

    /** A rule that has nobody review anything and leaves what comes where it lies. */
    private static Map<String, Object> copying(Client mirela, String name, long folder, Map<String, Object> prepare) {
        Map<String, Object> form = RuleForms.asProject(name, folder);
        RuleForms.with(form, "number", Map.of());
        RuleForms.with(form, "review", Map.of());
        RuleForms.with(form, "issue", RuleForms.filedAtOnce(Map.of("into", Map.of("folder", mirela.folder("Archive"), "path", name,
                "name", "{name}"), "status", "",
                "manner", "COPY", "whenTaken", "NEXT_VERSION", "sets", List.of(), "copies", List.of())));
        return RuleForms.with(form, "prepare", prepare);
    }

    private static JsonNode hand(Client who, String folder, String name, String text) {
        byte[] bytes = name.endsWith(".pdf") ? Client.emptyPdf() : text.getBytes(StandardCharsets.UTF_8);
        long id = who.post("/api/folders/" + who.folder(folder) + "/submissions", Map.of("purpose", "", "files",
                List.of(Map.of("name", name, "size", bytes.length)))).must(201).body().get("id").asLong();
        who.putBytes("/api/submissions/" + id + "/files/0", bytes).must(204);
        who.post("/api/submissions/" + id + "/closing", Map.of()).must(200);
        return who.settled(id).getFirst();
    }

    private static void move(Client who, String from, String name, String to) {
        long file = file(who, from, name).get("id").asLong();
        who.post("/api/folders/" + who.folder(to) + "/arrivals", Map.of("files", List.of(file), "how", "MOVE")).must(200);
    }

    private static void rename(Client who, String path, String name) {
        who.put("/api/folders/" + who.folder(path) + "/name", Map.of("name", name, "version", version(who, path))).must(204);
    }

    private static int version(Client who, String path) {
        return who.get("/api/folders/" + who.folder(path)).must(200).body().get("folder").get("version").asInt();
    }

    private static String journal(Client who, JsonNode passage) {
        return who.get("/api/passages/" + passage.get("id").asLong()).must(200).body().get("journal").toString();
    }

    @Test
    void aTreeIsMirroredMadeAsNeededAndGetsTheNextVersion(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        String from = SITE + " / Mirror me";
        String to = SITE + " / Mirror of it";
        long base = make(mirela, SITE, "Mirror me");
        long root = make(mirela, SITE, "Mirror of it");
        RuleForms.inForce(mirela, copying(mirela, "Mirror me", base, mirrored(root, true)));
        make(mirela, from, "North");
        make(mirela, from + " / North", "Piles");

        List<JsonNode> foretold = site.lines("/api/folders/" + mirela.folder(from + " / North / Piles") + "/previews",
                Map.of("files", List.of(Map.of("name", "pile.txt", "size", 5)), "given", Map.of()));
        assertThat(foretold.getFirst().toString()).contains("Its PDF will lie in “" + to + " / North / Piles” as “pile.pdf”.");
        JsonNode passage = hand(site, from + " / North / Piles", "pile.txt", "Pile 4 is driven");
        assertThat(journal(mirela, passage)).contains("made by Pervius. Its PDF lies in “" + to + " / North / Piles” as “pile.pdf”.");
        JsonNode pdf = file(mirela, to + " / North / Piles", "pile.pdf");
        assertThat(pdf.get("passage").asLong()).as("a way back to its file").isEqualTo(passage.get("id").asLong());
        assertThat(mirela.text("/api/files/" + pdf.get("id").asLong() + "/content")).startsWith("%PDF-");
        assertThat(mirela.get("/api/projects/" + mirela.project() + "/passages?which=ALL&folder=" + mirela.folder(to + " / North / Piles"))
                .must(200).body().get("items")).as("it is no arrival").isEmpty();

        hand(site, from + " / North / Piles", "pile.txt", "Pile 4 is driven, and capped");
        JsonNode next = file(mirela, to + " / North / Piles", "pile.pdf");
        assertThat(next.get("version").asInt()).isEqualTo(2);
        assertThat(names(mirela, to + " / North / Piles")).containsExactly("pile.pdf");
        hand(site, from, "level.pdf", "");
        assertThat(file(mirela, to, "level.pdf").get("hash")).as("a PDF is put there itself")
                .isEqualTo(file(mirela, from, "level.pdf").get("hash"));
        assertThat(app.bean(Integrity.class).examine().whole()).isTrue();
    }

    @Test
    void itsFoldersFollowWhenFoldersGetOtherNamesAndOtherPlaces(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        String from = SITE + " / Followed";
        String to = SITE + " / Follows";
        long base = make(mirela, SITE, "Followed");
        long root = make(mirela, SITE, "Follows");
        RuleForms.inForce(mirela, copying(mirela, "Followed", base, mirrored(root, true)));
        make(mirela, from, "North");
        make(mirela, from, "East");
        hand(site, from + " / North", "gate.txt", "Gate");
        long mirror = mirela.folder(to + " / North");

        rename(mirela, from + " / North", "Nordic");
        assertThat(mirela.folder(to + " / Nordic")).as("the same folder under the new name").isEqualTo(mirror);
        hand(site, from + " / East", "sill.txt", "Sill");
        mirela.put("/api/folders/" + mirela.folder(from + " / Nordic") + "/parent", Map.of("parent", mirela.folder(from + " / East"),
                "version", version(mirela, from + " / Nordic"))).must(204);
        assertThat(mirela.folder(to + " / East / Nordic")).isEqualTo(mirror);
        assertThat(names(mirela, to + " / East / Nordic")).containsExactly("gate.pdf");

        make(mirela, to + " / East", "Taken");
        rename(mirela, from + " / East / Nordic", "Taken");
        assertThat(names(mirela, to + " / East / Taken")).as("where the name is taken its files go there").containsExactly("gate.pdf");
        assertThat(names(mirela, to + " / East / Nordic")).isEmpty();
    }

    @Test
    void whatCameBeforeTakesNoLaterOnesPlace(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        String from = SITE + " / Overtaken";
        Map<String, Object> prepare = new HashMap<>(mirrored(make(mirela, SITE, "Overtaken PDFs"), false));
        prepare.put("companion", Map.of("endings", List.of("dwg"), "workingDays", 2, "then", "STOP"));
        RuleForms.inForce(mirela, copying(mirela, "Overtaken", make(mirela, SITE, "Overtaken"), prepare));
        JsonNode old = waiting(site, from, "The old one");
        JsonNode late = waiting(site, from, "The late one");
        goesOn(mirela, late);
        JsonNode pdf = file(mirela, SITE + " / Overtaken PDFs", "plan.pdf");
        goesOn(mirela, old);
        assertThat(file(mirela, SITE + " / Overtaken PDFs", "plan.pdf")).isEqualTo(pdf);
    }

    private static JsonNode waiting(Client who, String folder, String text) {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        long id = who.post("/api/folders/" + who.folder(folder) + "/submissions", Map.of("purpose", "", "files",
                List.of(Map.of("name", "plan.txt", "size", bytes.length)))).must(201).body().get("id").asLong();
        who.putBytes("/api/submissions/" + id + "/files/0", bytes).must(204);
        who.post("/api/submissions/" + id + "/closing", Map.of()).must(200);
        return Client.until(() -> who.get("/api/projects/" + who.project() + "/passages?which=ALL&submission=" + id).must(200).body()
                .get("items"), items -> items.size() == 1 && items.get(0).get("passage").get("at").get("state").asString()
                .equals("WAITING")).get(0).get("passage");
    }

    /** It waits no longer for its companion, and ends. */
    private static void goesOn(Client who, JsonNode passage) {
        who.post("/api/passages/ways-out", Map.of("way", "GO_ON_ALL_THE_SAME", "fields", Map.of(), "text", "", "passages",
                List.of(Map.of("passage", passage.get("id").asLong(), "version", passage.get("version").asInt())))).must(200);
        Client.until(() -> who.get("/api/passages/" + passage.get("id").asLong()).must(200).body().get("row").get("passage").get("at")
                .get("state").asString(), "DONE"::equals);
    }

    @Test
    void aTreeMayLieInWhatItMirrors(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        String from = SITE + " / Mirrored within";
        long base = make(mirela, SITE, "Mirrored within");
        long root = make(mirela, from, "PDFs");
        RuleForms.inForce(mirela, copying(mirela, "Mirrored within", base, mirrored(root, false)));
        make(mirela, from, "North");
        hand(site, from + " / North", "pier.txt", "Pier");
        assertThat(names(mirela, from + " / PDFs / North")).containsExactly("pier.pdf");
        move(mirela, from + " / North", "pier.txt", from + " / PDFs");
        assertThat(names(mirela, from + " / PDFs / North")).as("it does not go into a mirror of the mirror").containsExactly("pier.pdf");
        assertThat(mirela.get("/api/projects/" + mirela.project() + "/folders").must(200).body().findValuesAsString("path"))
                .doesNotContain(from + " / PDFs / PDFs");
        hand(site, from + " / PDFs", "own.txt", "Put there by hand");
        assertThat(names(mirela, from + " / PDFs")).as("not once more").containsExactly("own.txt", "pier.txt");
    }

    @Test
    void itFollowsAFileWithinTheTreeAndIsTakenOutWhereTheFileLeavesIt(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        String from = SITE + " / Moved about";
        String to = SITE + " / Moves about";
        long base = make(mirela, SITE, "Moved about");
        long root = make(mirela, SITE, "Moves about");
        make(mirela, SITE, "Left alone");
        RuleForms.inForce(mirela, copying(mirela, "Moved about", base, mirrored(root, true)));
        make(mirela, from, "North");
        make(mirela, from, "East");
        JsonNode passage = hand(site, from + " / North", "weir.txt", "Weir");

        move(mirela, from + " / North", "weir.txt", from + " / East");
        assertThat(names(mirela, to + " / East")).containsExactly("weir.pdf");
        assertThat(names(mirela, to + " / North")).isEmpty();
        assertThat(journal(mirela, passage)).contains("Its PDF lies in “" + to + " / East” as “weir.pdf” now");

        Client.until(() -> file(mirela, from + " / East", "weir.txt").get("passage"), p -> !p.isNull() && mirela.get("/api/passages/"
                + p.asLong()).must(200).body().get("row").get("passage").get("at").get("state").asString().equals("DONE"));
        assertThat(file(mirela, to + " / East", "weir.pdf").get("version").asInt()).as("nothing new in it").isEqualTo(1);
        move(mirela, from + " / East", "weir.txt", SITE + " / Left alone");
        assertThat(names(mirela, to + " / East")).as("taken out with it").isEmpty();
    }

    @Test
    void besideItsFileItTakesAnotherNameWhereItsOwnIsSomethingElse(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        String folder = SITE + " / Side by side";
        RuleForms.inForce(mirela, copying(mirela, "Side by side", make(mirela, SITE, "Side by side"), beside(false)));
        make(mirela, SITE, "Moved aside");
        hand(site, folder, "plan.txt", "Plan");
        assertThat(names(mirela, folder)).containsExactly("plan.pdf", "plan.txt");
        assertThat(mirela.get("/api/folders/" + mirela.folder(folder)).must(200).body().get("files").get("items").valueStream()
                .filter(row -> row.has("copyOf")).map(row -> row.get("file").get("name").asString() + " of "
                        + row.get("copyOf").asString()))
                .containsExactly("plan.pdf of plan.txt");
        hand(site, folder, "plan.svg", "<svg xmlns='http://www.w3.org/2000/svg' width='10' height='10'><rect width='5' height='5'/></svg>");
        assertThat(names(mirela, folder)).containsExactly("plan.pdf", "plan.svg", "plan.txt", "plan_svg.pdf");
        hand(site, folder, "ours.pdf", "");
        assertThat(names(mirela, folder)).as("a PDF lies there itself").containsExactly("ours.pdf", "plan.pdf", "plan.svg", "plan.txt",
                "plan_svg.pdf");
        move(mirela, folder, "plan.txt", SITE + " / Moved aside");
        assertThat(names(mirela, SITE + " / Moved aside")).containsExactly("plan.pdf", "plan.txt");
        assertThat(names(mirela, folder)).containsExactly("ours.pdf", "plan.svg", "plan_svg.pdf");
    }

    @Test
    void theCheckHoldsBackWhatCouldNeverLieThereAndWarnsOfWhoCouldSeeIt(App app) {
        Client mirela = app.as("Mirela Draganova");
        long folder = make(mirela, SITE, "Checked for mirrors");
        long within = make(mirela, SITE + " / Checked for mirrors", "Within");
        assertThat(said(mirela, copying(mirela, "Into shared", folder, mirrored(mirela.folder("Shared / Civil"), false))))
                .anyMatch(s -> s.contains("“Shared / Civil” is Shared: only what has been issued lies there."));
        assertThat(said(mirela, copying(mirela, "Into a part of it", folder, mirrored(within, false))))
                .noneMatch(s -> s.contains("PDF"));
        assertThat(said(mirela, copying(mirela, "Into the open", folder, mirrored(mirela.folder("Archive"), false))))
                .anyMatch(s -> s.startsWith("Other people may see “Archive”"));
        assertThat(said(mirela, copying(mirela, "Into nothing", folder, mirrored(999_999_999L, false))))
                .contains("The folder below which its PDFs lie does not exist any more.");
        Map<String, Object> rootless = copying(mirela, "Nowhere", folder, Map.of("copy", "WANTED", "keeping", Map.of("place", "MIRRORED",
                "goesWithIt", false)));
        assertThat(mirela.post("/api/projects/" + mirela.project() + "/rules", Map.of("rule", rootless)).must(400).sentence())
                .contains("Choose the folder below which the PDFs lie.");
    }

    private static List<String> said(Client who, Map<String, Object> form) {
        return RuleForms.row(who, RuleForms.add(who, form)).get("findings").findValuesAsString("sentence");
    }
}
