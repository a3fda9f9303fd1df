package app.pervius.server.reviews;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Desks;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** “Can it be sent” is only said when all it needs is there, and what is said to follow is what does. */
@ExtendWith(Running.class)
class SendingPreviewTest {

    private static long kept(Client mirela, Client site, String name, Map<String, String> values, String file) {
        long parent = mirela.folder("Work in progress / Dunmarrow Works");
        long folder = mirela.post("/api/folders/" + parent + "/folders", Map.of("name", name, "values", values)).must(201).body().get("id")
                .asLong();
        site.submit("Work in progress / Dunmarrow Works / " + name, file);
        return folder;
    }

    private static long file(Client who, long folder) {
        return who.get("/api/folders/" + folder).must(200).body().get("files").get("items").get(0).get("file").get("id").asLong();
    }

    private static JsonNode tried(Client who, long folder, String route, Map<String, String> given) {
        return who.lines("/api/folders/" + folder + "/sendings/previews",
                Map.of("files", List.of(file(who, folder)), "route", route, "given", given)).getFirst().get("arrival").get("tried");
    }

    @Test
    void whereOnlyTheAuthorsFirmSitsOnTheRouteItIsKnownBeforehand(App app) {
        Client mirela = app.as("Mirela Draganova");
        long folder = kept(mirela, mirela, "Own firm only", Map.of("discipline", "C", "type", "MS"), "Own firm.pdf");
        Desks desks = new Desks(app);
        desks.route("own-firm-only", Desks.form("Own firm only",
                List.of(Desks.step("Approval", "APPROVAL", List.of(Desks.who("PERSON", desks.person("Kwabena Adofori")))))));
        JsonNode last = tried(mirela, folder, "own-firm-only", Map.of()).get("halts").valueStream().toList().getLast();
        assertThat(last.get("kind").asString()).isEqualTo("STOPPED");
        assertThat(last.get("account").asString()).contains("everybody it means is of the author's own firm");
        mirela.delete("/api/projects/" + mirela.project() + "/routes/own-firm-only").must(204);
    }

    @Test
    void fieldsThatAreMissingAreNamedAndGivenInTheDialogItGoes(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Oluwaseun Finchley-Ade");
        long folder = kept(mirela, site, "Fields missing", Map.of(), "No type said.pdf");
        assertThat(tried(mirela, folder, "civil", Map.of()).get("halts").valueStream().toList().getLast().get("fields").valueStream()
                .map(JsonNode::asString)).isNotEmpty().isSubsetOf("type", "discipline");
        Map<String, String> given = Map.of("type", "MS", "discipline", "C");
        JsonNode foretold = tried(mirela, folder, "civil", given);
        assertThat(foretold.get("halts").valueStream().toList().getLast().get("kind").asString()).isEqualTo("WAITING");
        assertThat(foretold.get("ends").valueStream().filter(e -> e.get("digit").asInt() == 3).findFirst().orElseThrow().get("back")
                .asBoolean()).isTrue();
        long submission = mirela.post("/api/folders/" + folder + "/sendings",
                Map.of("files", List.of(file(mirela, folder)), "route", "civil", "purpose", "", "message", "", "persons", List.of(),
                "addresses", List.of(), "given", given)).must(201).body().get("submission").asLong();
        assertThat(site.settled(submission).getFirst().get("names").get("number").asString())
                .isEqualTo(foretold.get("identity").get("number").asString());
    }

    @Test
    void whoMayNotSeeItIsNotToldOfIt(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Oluwaseun Finchley-Ade");
        long folder = kept(mirela, site, "Not for all", Map.of("discipline", "C", "type", "MS"), "Not for all.pdf");
        long yusuf = mirela.get("/api/projects/" + mirela.project() + "/people").must(200).body().get("people").valueStream()
                .filter(p -> p.get("name").asString().equals("Yusuf Karaderin")).findFirst()
                .orElseThrow().get("id").asLong();
        assertThat(mirela.post("/api/folders/" + folder + "/sendings",
                Map.of("files", List.of(file(mirela, folder)), "route", "civil", "purpose", "", "message", "", "persons", List.of(yusuf),
                "addresses", List.of())).must(400).sentence()).isEqualTo(
                "Yusuf Karaderin may not see what Dunmarrow Works sends, so cannot be told of it.");
    }
}
