package app.pervius.server.access;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

@ExtendWith(Running.class)
class AccessTest {

    @Test
    void withoutSigningInNothingIsAnswered(App app) {
        for (String path : List.of("/api/session", "/api/projects", "/api/desk/reviews", "/api/mail-room", "/api/live",
                "/api/files/1/content")) {
            assertThat(app.nobody().get(path).must(401).sentence()).isEqualTo("Sign in first.");
        }
        app.nobody().get("/actuator/env").must(401);
    }

    @Test
    void aCallThatDoesNotComeFromOurOwnPageIsRefused(App app) {
        Client yusuf = app.as("Yusuf Karaderin");
        yusuf.postForged("/api/entrance/demo", Map.of("person", 1)).must(403);
    }

    @Test
    void aFirmSeesItsOwnFoldersAndWhatIsShared(App app) {
        Client yusuf = app.as("Yusuf Karaderin");
        List<String> paths = yusuf.get("/api/projects/" + yusuf.project() + "/folders").must(200).body().valueStream()
                .map(f -> f.get("path").asString()).toList();
        assertThat(paths).contains("Work in progress / Fennick Hydraulics", "Shared / Civil").noneMatch(p -> p.contains("Aldermoor"));
        long foreign = app.as("Mirela Draganova").folder("Work in progress / Aldermoor Civils / Drawings");
        yusuf.get("/api/folders/" + foreign).must(404);
        yusuf.post("/api/folders/" + foreign + "/submissions", Map.of("purpose", "", "files", List.of(Map.of("name", "a.pdf", "size", 1))))
                .must(404);
    }

    @Test
    void nobodyDropsIntoSharedFolders(App app) {
        Client mirela = app.as("Mirela Draganova");
        mirela.post("/api/folders/" + mirela.folder("Shared / Civil") + "/submissions",
                Map.of("purpose", "", "files", List.of(Map.of("name", "a.pdf", "size", 1)))).must(403);
    }

    @Test
    void anotherFirmsPassagesAndFilesAreNotThere(App app) {
        Client priya = app.as("Priya Venkatarangan");
        JsonNode passage = priya.settled(priya.submit("Work in progress / Aldermoor Civils / Drawings", "Private.pdf")).getFirst();
        Client yusuf = app.as("Yusuf Karaderin");
        yusuf.get("/api/passages/" + passage.get("id").asLong()).must(404);
        yusuf.get("/api/passages/" + passage.get("id").asLong() + "/answers").must(404);
        yusuf.get("/api/submissions/" + passage.get("from").get("submission").asLong()).must(404);
        yusuf.get("/api/files/" + passage.get("files").get(0).get("folderFile").asLong() + "/content").must(404);
        assertThat(yusuf.get("/api/projects/" + yusuf.project() + "/passages?which=ALL").must(200).body().get("items").valueStream()
                .map(r -> r.get("authorFirm").asString())).containsOnly("FNK");
        assertThat(yusuf.get("/api/projects/" + yusuf.project() + "/finds?text=private").must(200).body()).isEmpty();
    }

    @Test
    void uploadedContentIsNeverServedInAWayThatLetsItRun(App app) {
        Client site = app.as("Marisol Quintavalle");
        site.submit("Work in progress / Dunmarrow Works / Site notes", "<script>alert(1)<script>.html");
        JsonNode file = site.get("/api/folders/" + site.folder("Work in progress / Dunmarrow Works / Site notes")).must(200).body()
                .get("files").get("items").valueStream()
                .map(r -> r.get("file")).filter(f -> f.get("name").asString().endsWith(".html")).findFirst().orElseThrow();
        var headers = site.get("/api/files/" + file.get("id").asLong() + "/content").must(200).raw().headers();
        assertThat(headers.firstValue("Content-Type")).contains("application/octet-stream");
        assertThat(headers.firstValue("Content-Disposition").orElse("")).startsWith("attachment");
        assertThat(headers.firstValue("X-Content-Type-Options")).contains("nosniff");
        assertThat(headers.firstValue("Content-Security-Policy").orElse("")).startsWith("sandbox");
    }

    @Test
    void thePageAllowsNoScriptButOurOwn(App app) {
        var headers = app.nobody().get("/sign-in").must(200).raw().headers();
        assertThat(headers.firstValue("Content-Security-Policy").orElse("")).contains("script-src 'self';", "frame-ancestors 'none'")
                .doesNotContain("script-src 'self' 'unsafe");
        assertThat(headers.firstValue("Referrer-Policy")).contains("same-origin");
    }

    @Test
    void theSessionCookieIsOutOfReachOfScripts(App app) {
        Client anybody = app.nobody();
        JsonNode first = anybody.get("/api/entrance/demo").must(200).body().get(0);
        assertThat(anybody.post("/api/entrance/demo", Map.of("person", first.get("id").asLong())).must(200).raw().headers()
                .allValues("Set-Cookie"))
                .anyMatch(c -> c.startsWith("pervius=") && c.contains("HttpOnly") && c.contains("SameSite=Lax"));
    }

    @Test
    void faultyCallsGetProblemDetailsNeverAFault(App app) {
        Client mirela = app.as("Mirela Draganova");
        mirela.get("/api/passages/abc").must(400);
        mirela.get("/api/passages/999999").must(404);
        mirela.get("/api/projects/" + mirela.project() + "/passages?which=NONSENSE").must(400);
        mirela.get("/api/projects/" + mirela.project() + "/passages?after=xyz").must(400);
        mirela.post("/api/projects/" + mirela.project() + "/firms", Map.of("code", "", "name", "")).must(400);
        mirela.post("/api/projects/" + mirela.project() + "/firms", Map.of("unknown", true)).must(400);
        mirela.get("/api/nothing-here").must(404);
        mirela.delete("/api/projects").must(405);
    }
}
