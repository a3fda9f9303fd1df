package app.pervius.server.directories;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.RuleForms;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** Files that are put into directories of the server come into folders: each once, complete, and as somebody's. */
@ExtendWith(Running.class)
class DirectoriesTest {

    private static final String SITE = "Work in progress / Dunmarrow Works";

    @TempDir
    Path root;

    private static long person(Client who, String name) {
        return who.get("/api/projects/" + who.project() + "/people").must(200).body().get("people").valueStream()
                .filter(p -> p.get("name").asString().equals(name)).findFirst().orElseThrow().get("id").asLong();
    }

    private Map<String, Object> form(App app, String folder) throws IOException {
        Client mirela = app.as("Mirela Draganova");
        long into = mirela.post("/api/folders/" + mirela.folder(SITE) + "/folders", Map.of("name", folder, "values", Map.of("type", "DR",
                "discipline", "C"))).must(201).body().get("id").asLong();
        RuleForms.inForce(mirela, RuleForms.handling(folder, into, "documents", "civil", mirela.folder("Shared / Civil")));
        return new HashMap<>(Map.of("folder", into, "path", Files.createDirectories(root.resolve("in")).toString(), "everySeconds", 1,
                "restSeconds", 0, "moveTo", Files.createDirectories(root.resolve("taken")).toString(), "author",
                person(mirela, "Marisol Quintavalle"), "authors", List.of(), "quietSeconds", 1, "switchedOn", true, "version", 0));
    }

    private static JsonNode set(App app, Map<String, Object> form) {
        Client mirela = app.as("Mirela Draganova");
        return mirela.post("/api/projects/" + mirela.project() + "/directories", form).must(201).body();
    }

    private static JsonNode look(App app, JsonNode directory) {
        return app.as("Mirela Draganova").post("/api/directories/" + directory.get("id").asLong() + "/looks", Map.of()).must(200).body();
    }

    private static List<String> names(Path directory) throws IOException {
        try (Stream<Path> all = Files.list(directory)) {
            return all.map(p -> p.getFileName().toString()).sorted().toList();
        }
    }

    private static List<JsonNode> arrived(Client who, long folder) {
        return who.get("/api/folders/" + folder).must(200).body().get("files").get("items").valueStream().toList();
    }

    private void put(String name) throws IOException {
        Files.createDirectories(root.resolve("in").resolve(name).getParent());
        Files.write(root.resolve("in").resolve(name), Client.content(name));
    }

    @Test
    void whatIsPutThereIsTakenOnceMovedAwayAndGoesItsWayTogether(App app) throws IOException {
        Map<String, Object> form = form(app, "From a directory");
        JsonNode directory = set(app, form);
        put("Quay wall.pdf");
        put("Slab.pdf");
        put("still writing.pdf.part");
        put(".hidden");
        Client site = app.as("Marisol Quintavalle");
        long folder = ((Number) form.get("folder")).longValue();
        List<JsonNode> rows = app.until(() -> arrived(site, folder),
                items -> items.size() == 2 && items.stream().allMatch(r -> r.has("passage")));
        assertThat(rows).extracting(r -> r.get("file").get("name").asString()).containsExactlyInAnyOrder("Quay wall.pdf", "Slab.pdf");
        assertThat(names(root.resolve("in"))).containsExactly(".hidden", "still writing.pdf.part");
        assertThat(names(root.resolve("taken"))).containsExactly("Quay wall.pdf", "Slab.pdf");
        assertThat(rows.stream().map(r -> r.get("passage").get("from").get("submission").asLong()).distinct())
                .as("one submission").hasSize(1);
        put("Slab.pdf");
        assertThat(look(app, directory).get("taken").asLong()).isEqualTo(3);
        assertThat(names(root.resolve("taken"))).contains("Slab (2).pdf");
        assertThat(look(app, directory).get("taken").asLong()).as("nothing is taken twice").isEqualTo(3);
    }

    @Test
    void aFileIsTakenOnlyOnceItIsAtRestOrMarked(App app) throws IOException {
        Map<String, Object> form = form(app, "At rest");
        form.put("restSeconds", 2);
        JsonNode directory = set(app, form);
        Path growing = root.resolve("in/growing.pdf");
        Files.writeString(growing, "%PDF-1.4 first half");
        assertThat(look(app, directory).get("waiting").asInt()).isOne();
        Files.writeString(growing, "%PDF-1.4 first half and second half");
        assertThat(look(app, directory).get("taken").asLong()).isZero();
        assertThat(app.until(() -> look(app, directory), its -> its.get("taken").asLong() == 1).get("waiting").asInt()).isZero();
        assertThat(Files.readString(root.resolve("taken/growing.pdf"))).endsWith("second half");

        Map<String, Object> marked = new HashMap<>(form);
        marked.put("marker", "done");
        marked.put("version", directory.get("form").get("version").asInt());
        Client mirela = app.as("Mirela Draganova");
        mirela.put("/api/directories/" + directory.get("id").asLong(), marked).must(200);
        put("Plan.pdf");
        assertThat(look(app, directory).get("waiting").asInt()).isOne();
        put("Plan.pdf.done");
        assertThat(look(app, directory).get("taken").asLong()).isEqualTo(2);
        assertThat(names(root.resolve("in"))).as("the marker goes with it").isEmpty();
        mirela.put("/api/directories/" + directory.get("id").asLong(), marked).must(409);
    }

    @Test
    void whatCannotBeTakenIsToldWithItsReasonAndStaysWhereItIs(App app) throws IOException {
        JsonNode directory = set(app, form(app, "Refused there"));
        Path in = root.resolve("in");
        Files.createFile(in.resolve("empty.pdf"));
        Path secret = Files.writeString(root.resolve("secret.pdf"), "%PDF-1.4 of somebody else");
        Files.createSymbolicLink(in.resolve("link.pdf"), secret);
        Files.write(in.resolve("tab\tin its name.pdf"), Client.content("tab"));
        put("fine.pdf");
        JsonNode looked = look(app, directory);
        assertThat(looked.get("taken").asLong()).isOne();
        Map<String, String> left = new HashMap<>();
        looked.get("left").forEach(l -> left.put(l.get("path").asString(), l.get("why").asString()));
        assertThat(left).containsOnlyKeys("empty.pdf", "link.pdf", "tab\tin its name.pdf").containsEntry("empty.pdf", "The file is empty.")
                .containsEntry("link.pdf", "It is a link; links are not followed.");
        assertThat(names(in)).contains("empty.pdf", "link.pdf", "tab\tin its name.pdf");
        Files.writeString(in.resolve("empty.pdf"), "%PDF-1.4 no longer");
        JsonNode mended = app.until(() -> look(app, directory), its -> its.get("taken").asLong() == 2);
        assertThat(mended.get("left")).hasSize(2);
    }

    @Test
    void subdirectoriesSayWhoseFilesAre(App app) throws IOException {
        Client mirela = app.as("Mirela Draganova");
        Map<String, Object> form = form(app, "By subdirectory");
        form.remove("author");
        long marisol = person(mirela, "Marisol Quintavalle");
        form.put("authors", List.of(Map.of("subdirectory", "marisol", "person", marisol), Map.of("subdirectory", "elsewhere", "person",
                marisol)));
        Files.writeString(Files.createDirectory(root.resolve("outside")).resolve("not meant.pdf"), "%PDF-1.4 somewhere else");
        Files.createSymbolicLink(root.resolve("in/elsewhere"), root.resolve("outside"));
        JsonNode directory = set(app, form);
        put("marisol/Hers.pdf");
        put("nobody/Whose.pdf");
        put("beside.pdf");
        JsonNode looked = look(app, directory);
        assertThat(looked.get("taken").asLong()).isOne();
        assertThat(looked.get("ofNobody").valueStream().map(JsonNode::asString)).containsExactly("nobody");
        assertThat(looked.get("left").get(0).get("path").asString()).isEqualTo("beside.pdf");
        assertThat(names(root.resolve("taken/marisol"))).containsExactly("Hers.pdf");
        assertThat(names(root.resolve("in/nobody"))).containsExactly("Whose.pdf");
        assertThat(arrived(mirela, ((Number) form.get("folder")).longValue())).hasSize(1);
        assertThat(root.resolve("outside/not meant.pdf")).as("a subdirectory that is a link").exists();
    }

    @Test
    void whatIsSetOrSwitchedMeanwhileIsSaidAndOfManyThatStayAllAreCounted(App app) throws IOException {
        Client mirela = app.as("Mirela Draganova");
        Map<String, Object> form = form(app, "Set by two");
        form.put("path", root.resolve("in") + "/./");
        JsonNode directory = set(app, form);
        assertThat(directory.get("form").get("path").asString()).isEqualTo(root.resolve("in").toString());
        String its = "/api/directories/" + directory.get("id").asLong();
        Map<String, Object> changed = with(with(form, "quietSeconds", 7), "version", 0);
        mirela.put(its, changed).must(200);
        mirela.put(its, with(changed, "quietSeconds", 9)).must(409);
        for (int i = 0; i < 230; i++) {
            Files.createFile(root.resolve("in/empty " + i + ".pdf"));
        }
        JsonNode looked = look(app, directory);
        assertThat(looked.get("leftInAll").asInt()).isEqualTo(230);
        assertThat(looked.get("left")).hasSize(200);
    }

    @Test
    void whatPerviusKeepsItselfIsNobodysToTake(App app) throws IOException {
        Client mirela = app.as("Mirela Draganova");
        Map<String, Object> form = form(app, "Own data");
        String all = "/api/projects/" + mirela.project() + "/directories";
        for (Path own : List.of(app.data(), app.data().resolve("content"), app.data().toAbsolutePath().getParent())) {
            assertThat(mirela.post(all, with(form, "path", own.toString())).must(400).sentence()).as(own.toString())
                    .contains("holds what Pervius keeps");
        }
    }

    @Test
    void onlyDirectoriesThatWereAllowedAreLookedAtWhereverALinkLeads(App app) throws IOException {
        Client mirela = app.as("Mirela Draganova");
        Map<String, Object> form = form(app, "Allowed");
        String all = "/api/projects/" + mirela.project() + "/directories";
        for (String path : List.of("/etc", "relative", root.resolve("nowhere").toString())) {
            assertThat(mirela.post(all, with(form, "path", path)).must(400).sentence()).as(path).isNotEmpty();
        }
        Path out = Files.createSymbolicLink(root.resolve("out"), Path.of("/etc"));
        assertThat(mirela.post(all, with(form, "path", out.toString())).must(400).sentence()).contains("does not lie below");
        assertThat(mirela.post(all, with(form, "moveTo", "/etc")).must(400).sentence()).contains("does not lie below");
        assertThat(mirela.post(all, with(form, "folder", mirela.folder("Shared / Civil"))).must(400).sentence())
                .contains("work in progress");
        JsonNode directory = set(app, form);
        mirela.post(all, form).must(400);
        app.as("Marisol Quintavalle").get(all).must(403);
        Path in = root.resolve("in");
        Files.delete(in);
        Files.createSymbolicLink(in, Path.of("/etc"));
        assertThat(look(app, directory).get("fault").asString()).contains("does not lie below");
        Files.delete(in);
        assertThat(look(app, directory).get("fault").asString()).contains("There is no directory");
        Files.createDirectory(in);
        put("back.pdf");
        assertThat(app.until(() -> look(app, directory),
                its -> its.get("taken").asLong() == 1).has("fault")).as("the share is back").isFalse();
        assertThat(mirela.delete("/api/folders/" + form.get("folder") + "?version=0").status()).isNotEqualTo(204);
        mirela.delete("/api/directories/" + directory.get("id").asLong()).must(204);
        assertThat(mirela.get(all).must(200).body().get("directories").valueStream().map(d -> d.get("id").asLong()))
                .doesNotContain(directory.get("id").asLong());
    }

    private static Map<String, Object> with(Map<String, Object> form, String key, Object value) {
        Map<String, Object> other = new HashMap<>(form);
        other.put(key, value);
        return other;
    }

    @Test
    void whatIsSwitchedOffIsLeftAloneAndWhatWasTakenIsDeletedWhereThatIsSaid(App app) throws IOException {
        Client mirela = app.as("Mirela Draganova");
        Map<String, Object> form = form(app, "Switched");
        form.remove("moveTo");
        form.put("switchedOn", false);
        JsonNode directory = set(app, form);
        put("waits.pdf");
        app.look();
        assertThat(names(root.resolve("in"))).containsExactly("waits.pdf");
        mirela.put("/api/directories/" + directory.get("id").asLong() + "/switched-on", true).must(200);
        app.until(() -> arrived(mirela, ((Number) form.get("folder")).longValue()), items -> items.size() == 1);
        Client.until(() -> {
            try {
                return names(root.resolve("in"));
            } catch (IOException e) {
                throw new java.io.UncheckedIOException(e);
            }
        }, List::isEmpty);
        Path bytes = root.resolve("in/waits.pdf");
        Files.write(bytes, "%PDF-1.4 again, another".getBytes(StandardCharsets.UTF_8));
        assertThat(look(app, directory).get("taken").asLong()).isEqualTo(2);
        assertThat(bytes).doesNotExist();
    }
}
