package app.pervius.server.live;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What a browser hears of changes: those its account may see, together, with where they are and whether they are its own. */
class HeardTest {

    private static final String DRAWINGS = "Work in progress / Aldermoor Civils / Drawings";
    private static Running.App app;

    @BeforeAll
    static void start() {
        app = Running.start("demo", Map.of());
    }

    @AfterAll
    static void stop() {
        app.close();
    }

    private static List<JsonNode> changes(StringBuffer heard) {
        List<JsonNode> all = new ArrayList<>();
        heard.toString().lines().filter(line -> line.startsWith("data:") && line.contains("\"changes\"") && line.endsWith("}"))
                .forEach(line -> JsonMapper.shared().readTree(line.substring(5)).get("changes").forEach(all::add));
        return all;
    }

    /** What was heard of one thing; others of the demo may change meanwhile. */
    private static List<JsonNode> of(StringBuffer heard, String topic, long id) {
        return changes(heard).stream().filter(c -> c.get("topic").asString().equals(topic) && c.get("id").asLong() == id).toList();
    }

    @Test
    void changesSayWhereTheyAreAndWhoseAndOnlyWhoMaySeeThemHears() throws Exception {
        Client priya = app.as("Priya Venkatarangan");
        Client mirela = app.as("Mirela Draganova");
        Client yusuf = app.as("Yusuf Karaderin");
        StringBuffer hers = new StringBuffer();
        StringBuffer controllers = new StringBuffer();
        StringBuffer others = new StringBuffer();
        try (AutoCloseable one = priya.listen(hers); AutoCloseable two = mirela.listen(controllers); AutoCloseable three =
                yusuf.listen(others)) {
            assertThat(List.of(one, two, three)).hasSize(3);
            Client.until(() -> hers + " " + controllers + " " + others, all -> all.split("hello", -1).length > 3);
            long submission = priya.submit(DRAWINGS, "Heard of.pdf");
            long review = mirela.reviewOf(mirela.settled(submission).getFirst()).get("id").asLong();
            Client.until(() -> of(hers, "REVIEW", review), found -> !found.isEmpty());
            Client.until(() -> of(hers, "PASSAGE", submission), found -> !found.isEmpty());
            Client.until(() -> of(controllers, "PASSAGE", submission), found -> !found.isEmpty());
            assertThat(of(hers, "PASSAGE", submission)).allMatch(c -> c.get("folder").asLong() == priya.folder(DRAWINGS)
                    && c.get("own").asBoolean());
            assertThat(of(controllers, "PASSAGE", submission)).as("the controller did not hand it in")
                    .noneMatch(c -> c.get("own").asBoolean());
            assertThat(of(hers, "REVIEW", review)).as("she is the author").allMatch(c -> c.get("own").asBoolean());
            assertThat(of(others, "PASSAGE", submission)).as("another firm's is not heard of").isEmpty();
            assertThat(hers.toString()).as("and nobody hears who else has to do with it").doesNotContain("whose");
        }
    }

    @Test
    void whoeverShowsTheTreeHearsOfAFolderThatIsMadeRenamedAndDeleted() throws Exception {
        Client mirela = app.as("Mirela Draganova");
        StringBuffer heard = new StringBuffer();
        try (AutoCloseable listening = app.as("Henrike Solvangen").listen(heard)) {
            assertThat(listening).isNotNull();
            Client.until(heard::toString, all -> all.contains("hello"));
            JsonNode made = mirela.post("/api/folders/" + mirela.folder("Work in progress") + "/folders", Map.of("name", "Told of"))
                    .must(201).body();
            String folder = "/api/folders/" + made.get("id").asLong();
            heardOnceMore(heard, made, 0);
            int before = of(heard, "FOLDER", made.get("id").asLong()).size();
            mirela.put(folder + "/name", Map.of("name", "Told of again", "version", made.get("version").asInt())).must(204);
            heardOnceMore(heard, made, before);
            before = of(heard, "FOLDER", made.get("id").asLong()).size();
            int version = mirela.get(folder).must(200).body().get("folder").get("version").asInt();
            mirela.delete(folder + "?version=" + version).must(204);
            heardOnceMore(heard, made, before);
        }
    }

    private static void heardOnceMore(StringBuffer heard, JsonNode folder, int before) {
        Client.until(() -> of(heard, "FOLDER", folder.get("id").asLong()), found -> found.size() > before);
    }
}
