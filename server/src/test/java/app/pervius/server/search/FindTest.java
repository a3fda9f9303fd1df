package app.pervius.server.search;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Anything of a project is found by what it is called, however it is written. */
@ExtendWith(Running.class)
class FindTest {

    private static List<JsonNode> hits(Client who, String kind, String text) {
        return who.get("/api/projects/" + who.project() + "/finds?text=" + text.replace(" ", "+")).must(200).body().valueStream()
                .filter(of -> of.get("kind").asString().equals(kind))
                .flatMap(of -> of.get("hits").valueStream()).toList();
    }

    @Test
    void peopleFoldersSubmissionsAndFilesWithoutANumberAreFound(App app) {
        Client mirela = app.as("Mirela Draganova");
        assertThat(hits(mirela, "PERSON", "legowicz")).as("letters without their marks").extracting(h -> h.get("what").asString())
                .containsExactly("Tomasz Łęgowicz");
        assertThat(hits(mirela, "FOLDER", "fennick draw")).extracting(h -> h.get("more").asString())
                .contains("Work in progress / Fennick Hydraulics / Drawings");
        Client site = app.as("Oluwaseun Finchley-Ade");
        long parent = mirela.folder("Work in progress / Dunmarrow Works");
        mirela.post("/api/folders/" + parent + "/folders", Map.of("name", "Loose notes", "values", Map.of())).must(201);
        long submission = site.submit("Work in progress / Dunmarrow Works / Loose notes", "Quite unruly note.txt");
        String reference = site.get("/api/submissions/" + submission).must(200).body().get("reference").asString();
        assertThat(hits(site, "FILE", "unruly")).extracting(h -> h.get("what").asString()).containsExactly("Quite unruly note.txt");
        assertThat(hits(site, "SUBMISSION", reference)).extracting(h -> h.get("place").asString())
                .containsExactly("/passages?submission=" + submission);
        assertThat(hits(app.as("Yusuf Karaderin"), "FILE", "unruly")).as("another firm's").isEmpty();
        assertThat(hits(app.as("Yusuf Karaderin"), "SUBMISSION", reference)).isEmpty();
    }

    @Test
    void reservedNumbersAreFoundAndItIsSaidHowManyThereAre(App app) {
        Client mirela = app.as("Mirela Draganova");
        String project = "/api/projects/" + mirela.project();
        long firm = mirela.get(project + "/people").must(200).body().get("firms").valueStream()
                .filter(f -> f.get("code").asString().equals("BRK")).findFirst().orElseThrow().get("id").asLong();
        mirela.post(project + "/reservations", Map.of("scheme", "documents", "values", Map.of("discipline", "I", "type", "SP"), "count", 12,
                "firm", firm, "until", "2031-01-01", "reason", "a list")).must(201);
        JsonNode of = mirela.get(project + "/finds?text=kwrbrkisp&most=5").must(200).body().valueStream()
                .filter(f -> f.get("kind").asString().equals("NUMBER")).findFirst().orElseThrow();
        assertThat(of.get("count").asInt()).isEqualTo(12);
        assertThat(of.get("hits")).hasSize(5);
        assertThat(of.get("hits").get(0).get("more").asString()).isEqualTo("reserved for Brask Controls");
        assertThat(mirela.get(project + "/finds?text=kwrbrkisp&most=200").must(200).body().get(0).get("hits")).as("all of them")
                .hasSize(12);
    }
}
