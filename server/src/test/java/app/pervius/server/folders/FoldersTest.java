package app.pervius.server.folders;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.RuleForms;
import app.pervius.server.Running.App;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

@ExtendWith(Running.class)
class FoldersTest {

    private static final String ALDERMOOR = "Work in progress / Aldermoor Civils";

    private static long make(Client who, String parent, String name) {
        return who.post("/api/folders/" + who.folder(parent) + "/folders", Map.of("name", name)).must(201).body().get("id").asLong();
    }

    private static JsonNode folder(Client who, long id) {
        return who.get("/api/folders/" + id).must(200).body().get("folder");
    }

    private static Client.Answer delete(Client who, long id) {
        return who.delete("/api/folders/" + id + "?version=" + folder(who, id).get("version").asInt());
    }

    private static Client.Answer move(Client who, long id, long parent) {
        return who.put("/api/folders/" + id + "/parent", Map.of("parent", parent, "version", folder(who, id).get("version").asInt()));
    }

    @Test
    void aFolderNobodyNeedsIsDeleted(App app) {
        Client mirela = app.as("Mirela Draganova");
        long id = make(mirela, ALDERMOOR, "Spare");
        delete(mirela, id).must(204);
        mirela.get("/api/folders/" + id).must(404);
    }

    @Test
    void whatNeedsAFolderIsSaidInsteadOfDeletingIt(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client priya = app.as("Priya Venkatarangan");
        long id = make(mirela, ALDERMOOR, "Needed");
        long below = make(mirela, ALDERMOOR + " / Needed", "Below");
        priya.submit(ALDERMOOR + " / Needed", "Kept.pdf");
        Map<String, Object> rule = RuleForms.handling("Takes the needed", below, "documents", "civil", id);
        rule.put("places", List.of(RuleForms.place(below, false)));
        long taking = RuleForms.add(mirela, rule);
        assertThat(delete(mirela, id).must(409).sentence()).contains("“Needed” cannot be deleted.", "A folder lies in it.",
                "A file lies in it or has lain in it",
                "Submissions were sent to it.", "The rule “Takes the needed” places files in it.");
        assertThat(delete(mirela, below).must(409).sentence()).contains("The rule “Takes the needed” stands on it.",
                "Deleted all the same, that is said there");
        mirela.delete("/api/folders/" + below + "?allTheSame=true&version=" + folder(mirela, below).get("version").asInt()).must(204);
        JsonNode row = RuleForms.row(mirela, taking);
        assertThat(row.get("findings").valueStream().map(f -> f.get("sentence").asString()))
                .contains("A folder it stands on does not exist any more.");
        mirela.delete("/api/rules/" + taking + "?version=" + row.get("version").asInt()).must(204);
        assertThat(delete(mirela, mirela.folder("Archive")).must(409).sentence()).contains("It is the project's archive.");
    }

    @Test
    void aFolderMovesWithWhatLiesBelowAndItsRulesFollow(App app) {
        Client mirela = app.as("Mirela Draganova");
        long id = make(mirela, ALDERMOOR, "Travels");
        long below = make(mirela, ALDERMOOR + " / Travels", "Luggage");
        move(mirela, id, mirela.folder(ALDERMOOR + " / Drawings")).must(204);
        assertThat(folder(mirela, below).get("path").asString()).isEqualTo(ALDERMOOR + " / Drawings / Travels / Luggage");
        assertThat(mirela.get("/api/folders/" + below).must(200).body().get("rules").valueStream().map(r -> r.get("name").asString()))
                .contains("Civil design");
    }

    @Test
    void aMoveThatCannotBeIsRefusedWithItsReason(App app) {
        Client mirela = app.as("Mirela Draganova");
        long id = make(mirela, ALDERMOOR, "Stays");
        long below = make(mirela, ALDERMOOR + " / Stays", "Inner");
        assertThat(move(mirela, id, below).must(409).sentence()).contains("into itself");
        assertThat(move(mirela, id, mirela.folder("Work in progress / Fennick Hydraulics")).must(409).sentence())
                .contains("other people would see it");
        assertThat(move(mirela, id, mirela.folder("Shared")).must(409).sentence()).contains("A folder keeps its state");
        assertThat(mirela.put("/api/folders/" + id + "/parent", Map.of("parent", below, "version", 77)).must(409).sentence())
                .contains("Somebody else has changed this folder");
        assertThat(folder(mirela, id).get("path").asString()).isEqualTo(ALDERMOOR + " / Stays");
    }

    @Test
    void aFolderIsOpenedToAnotherFirmAndACommonOneKeptFromAllOthers(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client giorgi = app.as("Giorgi Tskalishvili");
        Client oluwaseun = app.as("Oluwaseun Finchley-Ade");
        String project = "/api/projects/" + mirela.project();
        JsonNode everybody = mirela.get(project + "/people").must(200).body();
        long brask = everybody.get("firms").valueStream().filter(f -> f.get("code").asString().equals("BRK")).findFirst().orElseThrow()
                .get("id").asLong();
        long site = everybody.get("roles").valueStream().filter(r -> r.get("name").asString().equals("Site team")).findFirst().orElseThrow()
                .get("id").asLong();
        long parent = mirela.folder("Work in progress / Dunmarrow Works");
        long notes = mirela.post("/api/folders/" + parent + "/folders", Map.of("name", "Interfaces with controls")).must(201).body()
                .get("id").asLong();
        long below = mirela.post("/api/folders/" + notes + "/folders", Map.of("name", "Gate drives")).must(201).body().get("id").asLong();
        giorgi.get("/api/folders/" + below).must(404);
        mirela.put("/api/folders/" + notes + "/access", Map.of("version", 0, "restricted", false, "grants",
                List.of(Map.of("firm", brask, "mayDrop", true)))).must(204);
        assertThat(giorgi.get("/api/folders/" + below).must(200).body().get("mayDrop").asBoolean()).as("what is below is opened too")
                .isTrue();
        assertThat(giorgi.get(project + "/folders").must(200).raw().body()).contains("Interfaces with controls")
                .doesNotContain("Deliveries");
        app.as("Yusuf Karaderin").get("/api/folders/" + below).must(404);
        assertThat(mirela.put("/api/folders/" + notes + "/access", Map.of("version", 0, "restricted", false, "grants", List.of())).must(409)
                .type()).isEqualTo("changed-meanwhile");

        long shared = mirela.post("/api/folders/" + mirela.folder("Shared") + "/folders", Map.of("name", "Claims")).must(201).body()
                .get("id").asLong();
        giorgi.get("/api/folders/" + shared).must(200);
        mirela.put("/api/folders/" + shared + "/access", Map.of("version", 0, "restricted", true, "grants",
                List.of(Map.of("role", site, "mayDrop", false)))).must(204);
        giorgi.get("/api/folders/" + shared).must(404);
        assertThat(giorgi.get(project + "/folders").must(200).raw().body()).doesNotContain("Claims");
        oluwaseun.get("/api/folders/" + shared).must(200);
        app.as("Henrike Solvangen").get("/api/folders/" + shared).must(200);
        assertThat(mirela.get("/api/folders/" + below + "/access").must(200).body().get("above").get(0).get("folder").asString())
                .endsWith("Interfaces with controls");
        mirela.put("/api/folders/" + shared + "/access", Map.of("version", 1, "restricted", true, "grants",
                List.of(Map.of("mayDrop", false)))).must(400);
    }
}
