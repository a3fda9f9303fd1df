package app.pervius.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.io.ByteArrayOutputStream;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
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
        assertThat(passages).extracting(p -> p.get("at").get("state").asString()).containsOnly("WAITING");
        assertThat(passages).extracting(p -> p.get("names").get("number").asString()).doesNotHaveDuplicates()
                .allMatch(n -> n.matches("KWR-FNK-H-DR-\\d{4}"));
        JsonNode receipt = yusuf.get("/api/submissions/" + id).must(200).body();
        assertThat(receipt.get("reference").asString()).matches("S-\\d{4}");
        assertThat(receipt.get("files")).hasSize(3).allMatch(f -> f.get("state").asString().equals("RECEIVED"));
    }

    @Test
    void aFileSentAgainIsTheSameOneOrRefused(App app) {
        Client yusuf = app.as("Yusuf Karaderin");
        byte[] bytes = Client.content("Sent twice.pdf");
        long id = yusuf.post("/api/folders/" + yusuf.folder(DRAWINGS) + "/submissions",
                Map.of("purpose", "", "files", List.of(file("Sent twice.pdf", bytes.length)))).must(201).body().get("id").asLong();
        yusuf.putBytes("/api/submissions/" + id + "/files/0", bytes).must(204);
        yusuf.putBytes("/api/submissions/" + id + "/files/0", bytes).must(204);
        byte[] others = bytes.clone();
        others[others.length - 1]++;
        assertThat(yusuf.putBytes("/api/submissions/" + id + "/files/0", others).must(409).type()).isEqualTo("received-already");
        assertThat(yusuf.putBytes("/api/submissions/" + id + "/files/0", new byte[bytes.length + 1]).must(409).type())
                .isEqualTo("received-already");
    }

    @Test
    void numbersFollowTheOrderInWhichTheFilesCame(App app) {
        Client yusuf = app.as("Yusuf Karaderin");
        List<String> numbers = yusuf.settled(yusuf.submit(DRAWINGS, "Order c.pdf", "Order a.pdf", "Order b.pdf")).stream()
                .map(p -> p.get("names").get("number").asString()).toList();
        assertThat(numbers).isSorted();
    }

    @Test
    void everyBadFileIsRefusedWithItsReasonAndTheOthersGoOn(App app) {
        Client yusuf = app.as("Yusuf Karaderin");
        JsonNode receipt = yusuf.post("/api/folders/" + yusuf.folder(DRAWINGS) + "/submissions", Map.of("purpose", "", "files", List.of(
                file("Good one.pdf", Client.content("Good one.pdf").length), file("Empty.pdf", 0), file("../../escape.pdf", 10),
                file("turned\u202Efdp.exe", 10),
                file("GOOD ONE.PDF", 10), file("Too large.pdf", 3_000_000_000L), file("x".repeat(300) + ".pdf", 10)))).must(201).body();
        assertThat(receipt.get("files").valueStream().skip(1).map(f -> f.path("refusal").asString())).containsExactly("The file is empty.",
                "A name cannot contain a slash.",
                "The name contains a character that cannot be seen, such as a control character or a mark that turns the writing "
                + "direction. Rename the file and send it again.",
                "There is another file of this name in the same submission.",
                "The file has 3000000000 bytes; at most 2147483648 are taken here.",
                "The name has 304 characters; at most 255 are possible.");
        long id = receipt.get("id").asLong();
        yusuf.putBytes("/api/submissions/" + id + "/files/0", Client.content("Good one.pdf")).must(204);
        assertThat(yusuf.putBytes("/api/submissions/" + id + "/files/1", new byte[3]).must(409).sentence()).isEqualTo("The file is empty.");
        yusuf.post("/api/submissions/" + id + "/closing", Map.of()).must(200);
        assertThat(yusuf.settled(id)).hasSize(1).first().extracting(p -> p.get("at").get("station").asString()).isEqualTo("REVIEW");
    }

    @Test
    void aFileThatBrokeOffCanBeSentAgainAndCountsOnce(App app) {
        Client yusuf = app.as("Yusuf Karaderin");
        byte[] whole = Client.content("Broken off.pdf");
        long id = yusuf.post("/api/folders/" + yusuf.folder(DRAWINGS) + "/submissions",
                Map.of("purpose", "", "files", List.of(file("Broken off.pdf", whole.length))))
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
        long id = yusuf.post("/api/folders/" + yusuf.folder(DRAWINGS) + "/submissions",
                Map.of("purpose", "", "files", List.of(file("Never came.pdf", 7))))
                .must(201).body().get("id").asLong();
        JsonNode receipt = yusuf.post("/api/submissions/" + id + "/closing", Map.of()).must(200).body();
        assertThat(receipt.get("files").get(0).get("refusal").asString())
                .isEqualTo("It never arrived completely. Send it again in a new submission.");
    }

    @Test
    void aFolderWithoutRulesJustKeepsFiles(App app) {
        Client site = app.as("Marisol Quintavalle");
        long id = site.submit("Work in progress / Dunmarrow Works / Site notes", "Weather.txt");
        assertThat(site.get("/api/projects/" + site.project() + "/passages?which=ALL&submission=" + id).must(200).body().get("items"))
                .isEmpty();
        JsonNode page = site.get("/api/folders/" + site.folder("Work in progress / Dunmarrow Works / Site notes")).must(200).body();
        assertThat(page.get("files").get("items").valueStream().map(r -> r.get("file").get("name").asString())).contains("Weather.txt");
    }

    @Test
    void theSameNameAgainIsANewVersion(App app) {
        Client site = app.as("Marisol Quintavalle");
        site.submit("Work in progress / Dunmarrow Works / Site notes", "Levels.txt");
        site.submit("Work in progress / Dunmarrow Works / Site notes", "LEVELS.txt");
        JsonNode page = site.get("/api/folders/" + site.folder("Work in progress / Dunmarrow Works / Site notes")).must(200).body();
        assertThat(page.get("files").get("items").valueStream().map(r -> r.get("file"))
                .filter(f -> f.get("name").asString().equalsIgnoreCase("levels.txt")))
                .singleElement().satisfies(f -> assertThat(f.get("version").asInt()).isEqualTo(2));
    }

    @Test
    void aControllerHandsInOnBehalfOfAnAuthorAndBothAreKept(App app) {
        Client mirela = app.as("Mirela Draganova");
        long yusuf = app.as("Yusuf Karaderin").person();
        byte[] bytes = Client.content("On behalf.pdf");
        long id = mirela.post("/api/folders/" + mirela.folder(DRAWINGS) + "/submissions", Map.of("purpose", "", "author", yusuf,
                "files", List.of(file("On behalf.pdf", bytes.length)))).must(201).body().get("id").asLong();
        mirela.putBytes("/api/submissions/" + id + "/files/0", bytes).must(204);
        JsonNode receipt = mirela.post("/api/submissions/" + id + "/closing", Map.of()).must(200).body();
        assertThat(receipt.get("by").get("author").asString()).isEqualTo("Yusuf Karaderin");
        assertThat(receipt.get("by").get("uploader").asString()).isEqualTo("Mirela Draganova");
        assertThat(mirela.settled(id).getFirst().get("names").get("number").asString()).startsWith("KWR-FNK-");
    }

    @Test
    void nobodyElseMayHandInForAnother(App app) {
        Client yusuf = app.as("Yusuf Karaderin");
        long linnea = app.as("Linnéa Åkerström-Vass").person();
        yusuf.post("/api/folders/" + yusuf.folder(DRAWINGS) + "/submissions",
                Map.of("purpose", "", "author", linnea, "files", List.of(file("a.pdf", 3)))).must(403);
    }

    @Test
    void bytesThatAreKnownAreSaidToBeSo(App app) {
        Client yusuf = app.as("Yusuf Karaderin");
        String first = yusuf.settled(yusuf.submit(DRAWINGS, "Trash rack.pdf")).getFirst().get("names").get("number").asString();
        byte[] same = Client.content("Trash rack.pdf");
        long id = begin(yusuf, "Screen at the intake.pdf", same.length);
        yusuf.putBytes("/api/submissions/" + id + "/files/0", same).must(204);
        String remark = "The same bytes came before as “Trash rack.pdf” in " + DRAWINGS + ", which is " + first + " P01 Trash rack.";
        assertThat(yusuf.post("/api/submissions/" + id + "/closing", Map.of()).must(200).body().get("files").get(0).get("remark")
                .asString()).isEqualTo(remark);
        JsonNode passage = yusuf.settled(id).getFirst();
        assertThat(yusuf.get("/api/passages/" + passage.get("id").asLong()).must(200).body().get("journal").get(0).get("account")
                .asString())
                .isEqualTo("“Screen at the intake.pdf”: " + remark);
        Client priya = app.as("Priya Venkatarangan");
        long foreign = priya.post("/api/folders/" + priya.folder("Work in progress / Aldermoor Civils / Drawings") + "/submissions",
                Map.of("purpose", "", "files", List.of(file("Rack.pdf", same.length)))).must(201).body().get("id").asLong();
        priya.putBytes("/api/submissions/" + foreign + "/files/0", same).must(204);
        assertThat(priya.get("/api/submissions/" + foreign).must(200).body().get("files").get(0).has("remark"))
                .as("nothing is said of another firm's files").isFalse();
    }

    @Test
    void namesThatDifferOnlyInUnicodeFormAreTheSameName(App app) {
        Client yusuf = app.as("Yusuf Karaderin");
        JsonNode files = yusuf.post("/api/folders/" + yusuf.folder(DRAWINGS) + "/submissions", Map.of("purpose", "", "files", List.of(
                file("Écluse.pdf", 10), file("E\u0301cluse.pdf", 10), file("bell\u0007.pdf", 10), file("two\nlines.pdf", 10)))).must(201)
                .body().get("files");
        assertThat(files.get(0).get("state").asString()).isEqualTo("EXPECTED");
        assertThat(files.get(1).get("refusal").asString()).isEqualTo("There is another file of this name in the same submission.");
        assertThat(files.valueStream().skip(2).map(f -> f.get("refusal").asString()))
                .allMatch(r -> r.startsWith("The name contains a character that cannot be seen"));
        assertThat(files.valueStream().skip(2).map(f -> f.get("name").asString())).containsExactly("bell\uFFFD.pdf", "two\uFFFDlines.pdf");
    }

    @Test
    void anUploadThatNeverEndsIsCutOff(App app) throws Exception {
        Client yusuf = app.as("Yusuf Karaderin");
        long id = begin(yusuf, "Endless.pdf", 1000);
        Client.Answer answer = yusuf.putEndless("/api/submissions/" + id + "/files/0");
        if (answer != null) {
            assertThat(answer.must(409).sentence()).startsWith("“Endless.pdf” has more bytes than the 1000 announced.");
        }
        assertThat(yusuf.get("/api/submissions/" + id).must(200).body().get("files").get(0).get("state").asString()).isEqualTo("EXPECTED");
        nothingLeftOver(app);
    }

    @Test
    void anUploadThatBreaksInTheMiddleLeavesNothingAndCanBeSentAgain(App app) throws Exception {
        Client yusuf = app.as("Yusuf Karaderin");
        byte[] whole = Client.content("Broken in the middle.pdf");
        long id = begin(yusuf, "Broken in the middle.pdf", whole.length);
        yusuf.putAndBreak("/api/submissions/" + id + "/files/0", whole.length, 7);
        nothingLeftOver(app);
        yusuf.putBytes("/api/submissions/" + id + "/files/0", whole).must(204);
        yusuf.post("/api/submissions/" + id + "/closing", Map.of()).must(200);
        assertThat(yusuf.settled(id)).hasSize(1);
    }

    @Test
    void aZipThatWouldExplodeIsOnlyAFile(App app) throws Exception {
        Client yusuf = app.as("Yusuf Karaderin");
        ByteArrayOutputStream bomb = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bomb)) {
            for (int entry = 0; entry < 20; entry++) {
                zip.putNextEntry(new ZipEntry("zeros " + entry + ".pdf"));
                for (int i = 0; i < 100; i++) {
                    zip.write(new byte[100_000]);
                }
            }
        }
        long id = begin(yusuf, "Everything.zip", bomb.size());
        yusuf.putBytes("/api/submissions/" + id + "/files/0", bomb.toByteArray()).must(204);
        yusuf.post("/api/submissions/" + id + "/closing", Map.of()).must(200);
        JsonNode passage = yusuf.settled(id).getFirst();
        assertThat(passage.get("files").get(0).get("mediaType").asString()).isEqualTo("application/zip");
        assertThat(passage.get("files").get(0).get("size").asLong()).isEqualTo(bomb.size()).isLessThan(1_000_000);
    }

    private static long begin(Client author, String name, long size) {
        return author.post("/api/folders/" + author.folder(DRAWINGS) + "/submissions",
                Map.of("purpose", "", "files", List.of(file(name, size))))
                .must(201).body().get("id").asLong();
    }

    /** No half file lies where uploads come in, once the server has noticed. */
    private static void nothingLeftOver(App app) {
        Client.until(() -> app.data().resolve("content/incoming").toFile().list(), left -> left.length == 0);
    }
}
