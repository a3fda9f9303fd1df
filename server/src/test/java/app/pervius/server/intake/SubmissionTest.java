package app.pervius.server.intake;

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
class SubmissionTest {

    private static final String DRAWINGS = "Work in progress / Fennick Hydraulics / Drawings";

    private static Map<String, Object> file(String name, long size) {
        return Map.of("name", name, "size", size);
    }

    @Test
    void aDropIsOneSubmissionWithAReceiptAndAPassageForEachRevision(App app) {
        Client yusuf = app.as("Yusuf Karaderin");
        long id = yusuf.submit(DRAWINGS, "Sluice plan.pdf", "Sluice section.pdf", "Sluice plan.dwg");
        List<JsonNode> passages = yusuf.settled(id);
        assertThat(passages).hasSize(2);
        assertThat(passages.getFirst().get("files")).hasSize(2);
        assertThat(passages).extracting(p -> p.get("state").asString()).containsOnly("WAITING");
        assertThat(passages).extracting(p -> p.get("number").asString()).doesNotHaveDuplicates().allMatch(n -> n.matches("KWR-FNK-H-DR-\\d{4}"));
        JsonNode receipt = yusuf.get("/api/submissions/" + id).must(200).body();
        assertThat(receipt.get("reference").asString()).matches("S-\\d{4}");
        assertThat(receipt.get("files")).hasSize(3).allMatch(f -> f.get("state").asString().equals("RECEIVED"));
    }

    @Test
    void numbersFollowTheOrderInWhichTheFilesCame(App app) {
        Client yusuf = app.as("Yusuf Karaderin");
        List<String> numbers = yusuf.settled(yusuf.submit(DRAWINGS, "Order c.pdf", "Order a.pdf", "Order b.pdf")).stream().map(p -> p.get("number").asString()).toList();
        assertThat(numbers).isSorted();
    }

    @Test
    void everyBadFileIsRefusedWithItsReasonAndTheOthersGoOn(App app) {
        Client yusuf = app.as("Yusuf Karaderin");
        JsonNode receipt = yusuf.post("/api/folders/" + yusuf.folder(DRAWINGS) + "/submissions", Map.of("purpose", "", "files", List.of(
                file("Good one.pdf", Client.content("Good one.pdf").length), file("Empty.pdf", 0), file("../../escape.pdf", 10), file("turned\u202Efdp.exe", 10),
                file("GOOD ONE.PDF", 10), file("Too large.pdf", 3_000_000_000L), file("x".repeat(300) + ".pdf", 10)))).must(201).body();
        assertThat(receipt.get("files").valueStream().skip(1).map(f -> f.path("refusal").asString())).containsExactly("The file is empty.",
                "A name cannot contain a slash.", "The name contains a character that cannot be seen, such as a control character or a mark that turns the writing direction. Rename the file and send it again.",
                "There is another file of this name in the same submission.", "The file has 3000000000 bytes; at most 2147483648 are taken here.",
                "The name has 304 characters; at most 255 are possible.");
        long id = receipt.get("id").asLong();
        yusuf.putBytes("/api/submissions/" + id + "/files/0", Client.content("Good one.pdf")).must(204);
        assertThat(yusuf.putBytes("/api/submissions/" + id + "/files/1", new byte[3]).must(409).sentence()).isEqualTo("The file is empty.");
        yusuf.post("/api/submissions/" + id + "/closing", Map.of()).must(200);
        assertThat(yusuf.settled(id)).hasSize(1).first().extracting(p -> p.get("station").asString()).isEqualTo("REVIEW");
    }

    @Test
    void aFileThatBrokeOffCanBeSentAgainAndCountsOnce(App app) {
        Client yusuf = app.as("Yusuf Karaderin");
        byte[] whole = Client.content("Broken off.pdf");
        long id = yusuf.post("/api/folders/" + yusuf.folder(DRAWINGS) + "/submissions", Map.of("purpose", "", "files", List.of(file("Broken off.pdf", whole.length))))
                .must(201).body().get("id").asLong();
        assertThat(yusuf.putBytes("/api/submissions/" + id + "/files/0", new byte[5]).must(409).sentence()).startsWith("Only 5 of ");
        yusuf.putBytes("/api/submissions/" + id + "/files/0", whole).must(204);
        yusuf.putBytes("/api/submissions/" + id + "/files/0", whole).must(204);
        yusuf.post("/api/submissions/" + id + "/closing", Map.of()).must(200);
        yusuf.post("/api/submissions/" + id + "/closing", Map.of()).must(200);
        assertThat(yusuf.settled(id)).hasSize(1);
    }

    @Test
    void whatNeverArrivedIsSaidOnTheReceipt(App app) {
        Client yusuf = app.as("Yusuf Karaderin");
        long id = yusuf.post("/api/folders/" + yusuf.folder(DRAWINGS) + "/submissions", Map.of("purpose", "", "files", List.of(file("Never came.pdf", 7))))
                .must(201).body().get("id").asLong();
        JsonNode receipt = yusuf.post("/api/submissions/" + id + "/closing", Map.of()).must(200).body();
        assertThat(receipt.get("files").get(0).get("refusal").asString()).isEqualTo("It never arrived completely. Send it again in a new submission.");
    }

    @Test
    void aFolderWithoutRulesJustKeepsFiles(App app) {
        Client site = app.as("Marisol Quintavalle");
        long id = site.submit("Work in progress / Dunmarrow Works / Site notes", "Weather.txt");
        assertThat(site.get("/api/projects/" + site.project() + "/passages?which=ALL&submission=" + id).must(200).body().get("items")).isEmpty();
        JsonNode page = site.get("/api/folders/" + site.folder("Work in progress / Dunmarrow Works / Site notes")).must(200).body();
        assertThat(page.get("files").get("items").valueStream().map(r -> r.get("file").get("name").asString())).contains("Weather.txt");
    }

    @Test
    void theSameNameAgainIsANewVersion(App app) {
        Client site = app.as("Marisol Quintavalle");
        site.submit("Work in progress / Dunmarrow Works / Site notes", "Levels.txt");
        site.submit("Work in progress / Dunmarrow Works / Site notes", "LEVELS.txt");
        JsonNode page = site.get("/api/folders/" + site.folder("Work in progress / Dunmarrow Works / Site notes")).must(200).body();
        assertThat(page.get("files").get("items").valueStream().map(r -> r.get("file")).filter(f -> f.get("name").asString().equalsIgnoreCase("levels.txt")))
                .singleElement().satisfies(f -> assertThat(f.get("version").asInt()).isEqualTo(2));
    }

    @Test
    void aControllerHandsInOnBehalfOfAnAuthorAndBothAreKept(App app) {
        Client mirela = app.as("Mirela Draganova");
        long yusuf = app.as("Yusuf Karaderin").get("/api/session").must(200).body().get("person").asLong();
        byte[] bytes = Client.content("On behalf.pdf");
        long id = mirela.post("/api/folders/" + mirela.folder(DRAWINGS) + "/submissions", Map.of("purpose", "", "author", yusuf,
                "files", List.of(file("On behalf.pdf", bytes.length)))).must(201).body().get("id").asLong();
        mirela.putBytes("/api/submissions/" + id + "/files/0", bytes).must(204);
        JsonNode receipt = mirela.post("/api/submissions/" + id + "/closing", Map.of()).must(200).body();
        assertThat(receipt.get("author").asString()).isEqualTo("Yusuf Karaderin");
        assertThat(receipt.get("uploader").asString()).isEqualTo("Mirela Draganova");
        assertThat(mirela.settled(id).getFirst().get("number").asString()).startsWith("KWR-FNK-");
    }

    @Test
    void nobodyElseMayHandInForAnother(App app) {
        Client yusuf = app.as("Yusuf Karaderin");
        long linnea = app.as("Linnéa Åkerström-Vass").get("/api/session").must(200).body().get("person").asLong();
        yusuf.post("/api/folders/" + yusuf.folder(DRAWINGS) + "/submissions", Map.of("purpose", "", "author", linnea, "files", List.of(file("a.pdf", 3)))).must(403);
    }

    @Test
    void twoHundredFilesInOneDropAreAllNumbered(App app) {
        Client yusuf = app.as("Yusuf Karaderin");
        String[] names = java.util.stream.IntStream.range(0, 200).mapToObj("Gauge board %03d.pdf"::formatted).toArray(String[]::new);
        long id = yusuf.submit("Work in progress / Fennick Hydraulics / Calculations", names);
        String path = "/api/projects/" + yusuf.project() + "/passages?which=ALL&submission=" + id;
        String last = "%03d".formatted(199);
        Client.until(() -> yusuf.get("/api/projects/" + yusuf.project() + "/found?text=gauge+board+" + last).must(200).body(),
                found -> !found.isEmpty() && found.get(0).get("passage").get("state").asString().equals("WAITING"));
        java.util.Set<String> numbers = new java.util.HashSet<>();
        String after = "";
        do {
            JsonNode page = yusuf.get(path + after).must(200).body();
            page.get("items").forEach(row -> numbers.add(row.get("passage").get("number").asString()));
            after = page.path("next").isMissingNode() ? "" : "&after=" + page.get("next").asString();
        } while (!after.isEmpty());
        assertThat(numbers).hasSize(200);
    }
}
