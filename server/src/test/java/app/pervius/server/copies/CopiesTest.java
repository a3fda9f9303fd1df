package app.pervius.server.copies;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.RuleForms;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import app.pervius.server.integrity.Integrity;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.apache.poi.xwpf.usermodel.XWPFDocument;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** Readable copies on the passages of a rule that says so. */
@ExtendWith(Running.class)
class CopiesTest {

    private static final String SITE = "Work in progress / Dunmarrow Works";

    /** A folder of the site with a rule of its own that says this at Prepare. */
    private static String folder(App app, String name, Map<String, Object> prepare) {
        Client mirela = app.as("Mirela Draganova");
        long folder = mirela.post("/api/folders/" + mirela.folder(SITE) + "/folders", Map.of("name", name, "values", Map.of("type", "DR",
                "discipline", "C"))).must(201).body().get("id").asLong();
        RuleForms.inForce(mirela, RuleForms.with(RuleForms.handling(name, folder, "documents", "civil", mirela.folder("Shared / Civil")),
                "prepare", prepare));
        return SITE + " / " + name;
    }

    private static long hand(Client who, String folder, Map<String, byte[]> files) {
        return handInto(who, who.folder(folder), files);
    }

    private static long handInto(Client who, long folder, Map<String, byte[]> files) {
        List<Map<String, Object>> announced = new ArrayList<>();
        files.forEach((name, bytes) -> announced.add(Map.of("name", name, "size", bytes.length)));
        long id = who.post("/api/folders/" + folder + "/submissions", Map.of("purpose", "", "files", announced)).must(201).body()
                .get("id").asLong();
        int i = 0;
        for (byte[] bytes : files.values()) {
            who.putBytes("/api/submissions/" + id + "/files/" + i++, bytes).must(204);
        }
        who.post("/api/submissions/" + id + "/closing", Map.of()).must(200);
        return id;
    }

    private static byte[] docx(String text) throws IOException {
        ByteArrayOutputStream docx = new ByteArrayOutputStream();
        try (XWPFDocument document = new XWPFDocument()) {
            document.createParagraph().createRun().setText(text);
            document.write(docx);
        }
        return docx.toByteArray();
    }

    private static JsonNode foretold(Client who, String folder, String name) {
        return who.lines("/api/folders/" + who.folder(folder) + "/previews", Map.of("files", List.of(Map.of("name", name, "size", 10)),
                "given", Map.of())).stream().filter(line -> line.has("arrival")).findFirst().orElseThrow().get("arrival");
    }

    private static JsonNode passage(Client who, long id) {
        return who.get("/api/passages/" + id).must(200).body().get("row").get("passage");
    }

    private static String prepared(Client who, long passage) {
        return who.get("/api/passages/" + passage).must(200).body().get("journal").valueStream()
                .filter(line -> line.get("station").asString().equals("PREPARE") && line.get("kind").asString().equals("PASSED"))
                .map(line -> line.get("account").asString()).reduce((a, b) -> b).orElse("");
    }

    private static void way(Client who, JsonNode passage, String way) {
        who.post("/api/passages/ways-out", Map.of("way", way, "fields", Map.of(), "text", "", "passages",
                List.of(Map.of("passage", passage.get("id").asLong(), "version", passage.get("version").asInt())))).must(200);
    }

    @Test
    void whatComesWithoutAPdfIsReadAsOneAndAllOfASubmissionIsReviewedTogether(App app) throws IOException {
        Client site = app.as("Marisol Quintavalle");
        String folder = folder(app, "Copied", Map.of("copy", "WANTED"));
        long submission = hand(site, folder, new java.util.TreeMap<>(Map.of("a plain.pdf", Client.content("a plain.pdf"), "b spec.docx",
                docx("Concrete of the fish pass"), "c notes.txt", "Seen on site".getBytes(StandardCharsets.UTF_8))));
        List<JsonNode> all = site.settled(submission);
        assertThat(all).extracting(p -> p.get("at").get("station").asString()).containsOnly("REVIEW");
        Client kwabena = app.as("Kwabena Adofori");
        assertThat(all.stream().map(p -> Client.until(() -> kwabena.reviewOf(p), r -> r.has("id")).get("id").asLong()).distinct())
                .as("one review").hasSize(1);

        JsonNode spec = all.get(1);
        long id = spec.get("id").asLong();
        assertThat(prepared(site, id)).startsWith("Read here: the readable copy of “b spec.docx”, made by LibreOffice ");
        assertThat(spec.get("files").get(0).get("copy").get("pages").asInt()).isOne();
        assertThat(kwabena.text("/api/passages/" + id + "/copies/0")).startsWith("%PDF-");
        assertThat(prepared(site, all.get(0).get("id").asLong())).isEqualTo("Read here: a plain.pdf. “a plain.pdf” cannot be opened: it is "
                + "damaged or cut off.");
        assertThat(prepared(site, all.get(2).get("id").asLong())).isEqualTo(
                "Read here: the readable copy of “c notes.txt”, made by Pervius.");
        app.as("Yusuf Karaderin").get("/api/passages/" + id + "/copies/0").must(404);
        kwabena.get("/api/passages/" + id + "/copies/1").must(404);
        kwabena.get("/api/passages/" + all.get(0).get("id").asLong() + "/copies/0").must(404);
        assertThat(app.bean(Integrity.class).examine().whole()).isTrue();
    }

    @Test
    void theSameBytesAreCopiedOnce(App app) throws IOException {
        Client site = app.as("Marisol Quintavalle");
        String folder = folder(app, "Copied once", Map.of("copy", "WANTED"));
        byte[] same = docx("The same twice");
        JsonNode first = site.settled(hand(site, folder, Map.of("first.docx", same))).getFirst();
        JsonNode second = site.settled(hand(site, folder, Map.of("second.docx", same))).getFirst();
        assertThat(second.get("files").get(0).get("copy")).isEqualTo(first.get("files").get(0).get("copy"));
    }

    @Test
    void howeverManyWaitForTheSameBytesAllGoOn(App app) throws Exception {
        Client site = app.as("Marisol Quintavalle");
        String folder = folder(app, "Copied for many", Map.of("copy", "NEEDED"));
        long into = site.folder(folder);
        byte[] same = docx("The same for many");
        List<Future<Long>> submissions = new ArrayList<>();
        try (var clients = Executors.newVirtualThreadPerTaskExecutor()) {
            for (int i = 0; i < 12; i++) {
                String name = "copy " + i + ".docx";
                submissions.add(clients.submit(() -> handInto(app.as("Marisol Quintavalle"), into, Map.of(name, same))));
            }
        }
        for (Future<Long> submission : submissions) {
            assertThat(site.settled(submission.get()).getFirst().get("files").get(0).get("copy").get("pages").asInt()).isOne();
        }
    }

    @Test
    void whereACopyIsNeededAStopSaysWhyAndTryingAgainAsksTheConverterAgain(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        String folder = folder(app, "Copies needed", Map.of("copy", "NEEDED"));
        JsonNode broken = site.settled(hand(site, folder, Map.of("broken.docx", new byte[] {'P', 'K', 3, 4, 9, 9, 9, 9}))).getFirst();
        assertThat(broken.get("at").get("stop").get("code").asString()).isEqualTo("NO_COPY");
        assertThat(broken.get("at").get("stop").get("reason").asString())
                .contains("No readable copy of “broken.docx” could be made: LibreOffice");
        way(mirela, broken, "TRY_AGAIN");
        JsonNode again = Client.until(() -> passage(mirela, broken.get("id").asLong()), p -> p.get("at").get("state").asString()
                .equals("STOPPED") && p.get("version").asInt() > broken.get("version").asInt() + 2);
        assertThat(mirela.get("/api/passages/" + broken.get("id").asLong()).must(200).body().get("journal").valueStream()
                .filter(l -> l.get("account").asString().equals("Waits for the readable copy of “broken.docx”.")))
                .as("waited twice").hasSize(2);
        way(mirela, again, "GO_ON_ALL_THE_SAME");
        assertThat(Client.until(() -> passage(mirela, broken.get("id").asLong()), p -> p.get("at").has("due")).get("at").get("station")
                .asString()).isEqualTo("REVIEW");
        assertThat(mirela.get("/api/passages/" + broken.get("id").asLong()).must(200).body().get("journal").valueStream()
                .filter(l -> l.get("account").asString().equals("Waits for the readable copy of “broken.docx”.")))
                .as("not tried a third time").hasSize(2);

        JsonNode drawing = site.settled(hand(site, folder, Map.of("plan.dwg", "AC1032 lines".getBytes(StandardCharsets.UTF_8)))).getFirst();
        assertThat(drawing.get("at").get("stop").get("reason").asString()).contains("Nothing here makes a PDF of “plan.dwg”");
        hand(site, folder, Map.of("plan.pdf", Client.emptyPdf()));
        assertThat(Client.until(() -> passage(mirela, drawing.get("id").asLong()), p -> p.get("at").get("station").asString()
                .equals("REVIEW")).get("files")).as("its PDF was handed in").hasSize(2);

        JsonNode roof = site.settled(hand(site, folder, Map.of("roof.dwg", "AC1032 roof".getBytes(StandardCharsets.UTF_8)))).getFirst();
        hand(site, folder, Map.of("roof.pdf", "%PDF-1.7 cut off".getBytes(StandardCharsets.UTF_8)));
        Client.until(() -> passage(mirela, roof.get("id").asLong()), p -> p.get("files").size() == 2
                && p.get("at").get("state").asString().equals("STOPPED"));
        assertThat(foretold(site, folder, "Roof.pdf").get("joins").asString()).as("for the damaged one").contains("which waits for it");
        assertThat(foretold(site, folder, "roof.dwg").has("joins")).as("its source is sound").isFalse();
        byte[] sound = Client.emptyPdf();
        long last = hand(site, folder, Map.of("roof.pdf", sound));
        JsonNode goes = Client.until(() -> passage(mirela, roof.get("id").asLong()), p -> p.get("at").get("station").asString()
                .equals("REVIEW"));
        assertThat(goes.get("files")).hasSize(2);
        assertThat(goes.get("files").get(1).get("size").asInt()).as("the sound one in the place of the damaged one").isEqualTo(
                sound.length);
        assertThat(mirela.get("/api/passages/" + roof.get("id").asLong()).must(200).body().get("journal").valueStream().map(l ->
                l.get("account").asString())).anyMatch(said -> said.endsWith("belongs to it; the one before of “roof.pdf” could not be "
                        + "read."));
        assertThat(site.get("/api/projects/" + site.project() + "/passages?which=ALL&submission=" + last).must(200).body().get("items"))
                .as("no passage of its own").isEmpty();
        Map<String, Object> form = new HashMap<>(RuleForms.with(RuleForms.asProject("Drawings copied", mirela.folder(folder)), "prepare",
                Map.of("copy", "NEEDED")));
        form.put("conditions", List.of(Map.of("kind", "FORMAT", "formats", List.of("CAD", "OFFICE"))));
        JsonNode looked = mirela.post("/api/projects/" + mirela.project() + "/rules/looks", Map.of("rule", form)).must(200).body();
        assertThat(looked.get("findings").valueStream().filter(f -> f.get("column").asString().equals("prepare"))
                .map(f -> f.get("sentence").asString())).containsExactly("It needs a readable copy, but nothing on this machine "
                + "makes a PDF of dgn, dwg, dxf: such a file is stopped unless its PDF comes with it.");
    }

    @Test
    void theCompanionOfTheSameNameIsWaitedForAndTheTimeIsKept(App app) {
        Client site = app.as("Marisol Quintavalle");
        String folder = folder(app, "With companions", Map.of("copy", "NONE", "companion", Map.of("endings", List.of("PDF", "dwg"),
                "workingDays", 2, "then", "STOP")));
        long submission = hand(site, folder, Map.of("plan.dwg", "AC1032 alone".getBytes(StandardCharsets.UTF_8)));
        JsonNode alone = Client.until(() -> site.get("/api/projects/" + site.project() + "/passages?which=ALL&submission=" + submission)
                .must(200).body().get("items"), items -> items.size() == 1).get(0).get("passage");
        JsonNode waits = Client.until(() -> passage(site, alone.get("id").asLong()), p -> p.get("at").get("state").asString()
                .equals("WAITING"));
        assertThat(waits.get("at").get("waitingFor").asString()).isEqualTo("its PDF");
        assertThat(foretold(site, folder, "Plan.pdf").get("joins").asString())
                .matches("It belongs to KWR-DNM-C-DR-\\d{4} P01 plan, which waits for it\\.");
        assertThat(foretold(site, folder, "Plan.dwg").has("joins")).as("it has one of this ending").isFalse();
        assertThat(foretold(site, folder, "Other.pdf").has("joins")).isFalse();
        long later = hand(site, folder, Map.of("Plan.pdf", Client.content("plan.pdf")));
        assertThat(site.get("/api/submissions/" + later).must(200).body().get("files").get(0).get("remark").asString())
                .startsWith("It belongs to KWR-DNM-C-DR-");
        JsonNode going = Client.until(() -> passage(site, alone.get("id").asLong()), p -> p.get("at").get("station").asString()
                .equals("REVIEW"));
        assertThat(going.get("files")).hasSize(2);
        assertThat(site.get("/api/passages/" + alone.get("id").asLong()).must(200).body().get("journal").valueStream()
                .map(l -> l.get("account").asString())).anyMatch(a -> a.matches("“Plan.pdf” came with \\S+ and belongs to it\\."));
        assertThat(site.get("/api/projects/" + site.project() + "/passages?which=ALL&submission=" + later).must(200).body().get("items"))
                .as("no passage of its own").isEmpty();
        JsonNode both = site.settled(hand(site, folder, Map.of("hall.dwg", "AC1032 hall".getBytes(StandardCharsets.UTF_8), "hall.pdf",
                Client.content("hall.pdf")))).getFirst();
        assertThat(both.get("at").get("station").asString()).isEqualTo("REVIEW");

        long never = hand(site, folder, Map.of("never.dwg", "AC1032 never".getBytes(StandardCharsets.UTF_8)));
        JsonNode vain = Client.until(() -> site.get("/api/projects/" + site.project() + "/passages?which=ALL&submission=" + never)
                .must(200).body().get("items"), items -> items.size() == 1 && items.get(0).get("passage").get("at").get("state").asString()
                .equals("WAITING")).get(0);
        assertThat(vain.get("waysOut")).as("a controller knows").isEmpty();
        way(app.as("Mirela Draganova"), vain.get("passage"), "GO_ON_ALL_THE_SAME");
        JsonNode without = Client.until(() -> passage(site, vain.get("passage").get("id").asLong()), p -> p.get("at").get("station")
                .asString().equals("REVIEW"));
        assertThat(without.get("files")).hasSize(1);
    }

    @Test
    void whatWaitedWhenPerviusWasEndedIsMadeOnceItRunsAgain(@TempDir Path data) throws IOException {
        long id;
        try (App app = Running.startOn(data, "demo", Map.of("pervius.copies.longest", "1s"))) {
            String folder = folder(app, "Killed", Map.of("copy", "NEEDED"));
            Client site = app.as("Marisol Quintavalle");
            long submission = hand(site, folder, Map.of("spec.docx", docx("Made later")));
            id = Client.until(() -> site.get("/api/projects/" + site.project() + "/passages?which=ALL&submission=" + submission).must(200)
                    .body().get("items"), items -> items.size() == 1 && items.get(0).get("passage").get("at").get("state").asString()
                    .equals("WAITING")).get(0).get("passage").get("id").asLong();
        }
        Path left = Files.createDirectories(data.resolve("converting/run1"));
        Files.writeString(left.resolve("half"), "half a file");
        try (App app = Running.startOn(data, "demo", Map.of())) {
            assertThat(left).doesNotExist();
            Client site = app.as("Marisol Quintavalle");
            JsonNode made = app.until(() -> passage(site, id), p -> p.get("at").get("station").asString().equals("REVIEW"));
            assertThat(made.get("files").get(0).get("copy").get("pages").asInt()).isOne();
        }
    }
}
