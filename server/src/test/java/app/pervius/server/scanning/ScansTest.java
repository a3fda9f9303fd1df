package app.pervius.server.scanning;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import app.pervius.server.simulators.MalwareScanner;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** With a scanner connected, nobody opens what it has not called clean. */
class ScansTest {

    private static final String DRAWINGS = "Work in progress / Fennick Hydraulics / Drawings";
    private static MalwareScanner scanner;
    private static App app;

    @BeforeAll
    static void start() throws IOException {
        scanner = MalwareScanner.start();
        app = Running.start("demo", Map.of("pervius.scanner", scanner.address()));
    }

    @AfterAll
    static void stop() throws IOException {
        app.close();
        scanner.close();
    }

    @AfterEach
    void well() {
        scanner.is(MalwareScanner.Mood.WELL);
    }

    private static long hand(Client who, String name, byte[] bytes) {
        long id = who.post("/api/folders/" + who.folder(DRAWINGS) + "/submissions", Map.of("purpose", "", "files",
                List.of(Map.of("name", name, "size", bytes.length)))).must(201).body().get("id").asLong();
        who.putBytes("/api/submissions/" + id + "/files/0", bytes).must(204);
        who.post("/api/submissions/" + id + "/closing", Map.of()).must(200);
        return id;
    }

    private static long file(JsonNode passage) {
        return passage.get("files").get(0).get("folderFile").asLong();
    }

    @Test
    void malwareIsStoppedAndOpenedByNobody() {
        Client yusuf = app.as("Yusuf Karaderin");
        JsonNode passage = yusuf.settled(hand(yusuf, "Harmless.pdf", ("%PDF-1.4\n" + new String(MalwareScanner.testText(),
                StandardCharsets.US_ASCII)).getBytes(StandardCharsets.US_ASCII))).getFirst();
        assertThat(passage.get("at").get("state").asString()).isEqualTo("STOPPED");
        assertThat(passage.get("at").get("stop").get("reason").asString()).startsWith("The malware scanner found “" + MalwareScanner.FINDS
                + "” in “Harmless.pdf”.");
        assertThat(yusuf.get("/api/files/" + file(passage) + "/content").must(409).body().toString()).contains("Nobody can open it.");
    }

    @Test
    void untilTheScannerAnswersTheFileIsClosedAndWaitsAndThenItGoesOn() {
        scanner.is(MalwareScanner.Mood.OUT_OF_ORDER);
        Client yusuf = app.as("Yusuf Karaderin");
        String passages = "/api/projects/" + yusuf.project() + "/passages?which=ALL&submission=";
        byte[] clean = "%PDF-1.4 clean, but the scanner is out of order".getBytes(StandardCharsets.US_ASCII);
        long submission = hand(yusuf, "Waits for the scanner.pdf", clean);
        JsonNode waiting = Client.until(() -> yusuf.get(passages + submission).must(200).body().get("items"),
                all -> !all.isEmpty() && all.get(0).get("passage").get("at").get("state").asString().equals("WAITING")).get(0)
                .get("passage");
        assertThat(waiting.get("at").get("station").asString()).isEqualTo("PREPARE");
        assertThat(waiting.get("at").get("waitingFor").asString()).contains("the malware scanner");
        assertThat(yusuf.get("/api/files/" + file(waiting) + "/content").must(409).body().toString()).contains("Try again in a moment");
        scanner.is(MalwareScanner.Mood.WELL);
        JsonNode settled = app.until(() -> yusuf.get(passages + submission).must(200).body().get("items").get(0).get("passage"),
                p -> p.get("at").get("station").asString().equals("REVIEW"));
        assertThat(yusuf.text("/api/files/" + file(settled) + "/content")).isEqualTo(new String(clean, StandardCharsets.US_ASCII));
        int asked = scanner.asked();
        assertThat(yusuf.settled(hand(yusuf, "The same again.pdf", clean))).isNotEmpty();
        assertThat(scanner.asked()).as("the same bytes are shown once").isEqualTo(asked);
    }

    @Test
    void whatCameBeforeAScannerWasConnectedIsOpenAsBefore() {
        Client mirela = app.as("Mirela Draganova");
        long folder = mirela.folder("Shared / Civil");
        long file = mirela.get("/api/folders/" + folder).must(200).body().get("files").get("items").get(0).get("file").get("id").asLong();
        mirela.get("/api/files/" + file + "/content").must(200);
    }
}
