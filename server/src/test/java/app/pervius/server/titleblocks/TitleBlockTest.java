package app.pervius.server.titleblocks;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.RuleForms;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.encryption.AccessPermission;
import org.apache.pdfbox.pdmodel.encryption.StandardProtectionPolicy;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

@ExtendWith(Running.class)
class TitleBlockTest {

    private static final String FOLDER = "Work in progress / Dunmarrow Works / Title blocks";

    /** A sheet with this text in its lower right corner, and something else above. */
    private static byte[] drawing(String corner, String password) {
        try (PDDocument document = new PDDocument(); ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            PDPage page = new PDPage(new PDRectangle(842, 595));
            document.addPage(page);
            try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                content.setFont(new PDType1Font(Standard14Fonts.FontName.HELVETICA), 10);
                write(content, 40, 560, corner.isEmpty() ? "" : "see also KWR-FNK-H-DR-9999 P09");
                write(content, 560, 40, corner);
            }
            if (!password.isEmpty()) {
                document.protect(new StandardProtectionPolicy(password, password, new AccessPermission()));
            }
            document.save(out);
            return out.toByteArray();
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    private static void write(PDPageContentStream content, float x, float y, String text) throws IOException {
        content.beginText();
        content.newLineAtOffset(x, y);
        content.showText(text);
        content.endText();
    }

    private static JsonNode send(Client who, String name, byte[] content) {
        return who.settled(hand(who, FOLDER, name, content)).getFirst();
    }

    private static long hand(Client who, String folder, String name, byte[] content) {
        long id = who.post("/api/folders/" + who.folder(folder) + "/submissions",
                Map.of("purpose", "", "files", List.of(Map.of("name", name, "size", content.length)))).must(201).body().get("id").asLong();
        who.putBytes("/api/submissions/" + id + "/files/0", content).must(204);
        who.post("/api/submissions/" + id + "/closing", Map.of()).must(200);
        return id;
    }

    private static String identified(Client who, JsonNode passage) {
        return who.get("/api/passages/" + passage.get("id").asLong()).must(200).body().get("journal").valueStream()
                .filter(line -> line.get("station").asString().equals("IDENTIFY"))
                .map(line -> line.get("account").asString()).reduce((a, b) -> b).orElse("");
    }

    @Test
    void whatTheCornerSaysIsComparedWithTheNameAndAStopCanBeOverlooked(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        long folder = mirela.post("/api/folders/" + mirela.folder("Work in progress / Dunmarrow Works") + "/folders",
                Map.of("name", "Title blocks", "values", Map.of("type", "DR", "discipline", "C"))).must(201)
                .body().get("id").asLong();
        Map<String, Object> identify = RuleForms.identify();
        Map<String, Object> checks = new HashMap<>(RuleForms.CHECKS);
        checks.put("titleBlock", "STOP");
        identify.put("checks", checks);
        long rule = RuleForms.inForce(mirela, RuleForms.with(RuleForms.handling("Compares", folder, "documents", "civil",
                mirela.folder("Shared / Civil")), "identify", identify));

        JsonNode stopped = send(site, "Quay wall.pdf", drawing("NUMBER KWR-FNK-H-DR-0001 REVISION P01", ""));
        assertThat(stopped.get("at").get("stop").get("code").asString()).isEqualTo("TITLE_BLOCK_DIFFERS");
        assertThat(stopped.get("at").get("stop").get("reason").asString())
                .isEqualTo("Name and title block disagree: the title block carries the number KWR-FNK-H-DR-0001, the name none.");
        JsonNode block = site.get("/api/passages/" + stopped.get("id").asLong() + "/title-block").must(200).body();
        assertThat(block.get("numbers").valueStream().map(JsonNode::asString)).containsExactly("KWR-FNK-H-DR-0001");
        assertThat(block.get("differences")).hasSize(1);
        mirela.post("/api/passages/ways-out", Map.of("way", "GO_ON_ALL_THE_SAME", "fields", Map.of(), "text", "", "passages",
                List.of(Map.of("passage", stopped.get("id").asLong(), "version", stopped.get("version").asInt())))).must(200);
        JsonNode going = Client.until(() -> mirela.get("/api/passages/" + stopped.get("id").asLong()).must(200).body().get("row")
                .get("passage"), p -> p.get("at").has("due"));
        assertThat(going.get("names").get("number").asString()).startsWith("KWR-DNM-C-DR-");

        assertThat(identified(site, send(site, "No number yet.pdf", drawing("Quay wall, sheet 1 of 2", ""))))
                .endsWith("The title block agrees.");
        assertThat(identified(site, send(site, "Scan.pdf", drawing("", ""))))
                .endsWith("The first page has no text, as in a scan, so its title block was not compared.");
        assertThat(identified(site, send(site, "Locked.pdf", drawing("x", "secret"))))
                .endsWith("The file cannot be opened: it is locked with a password.");
        assertThat(identified(site, send(site, "Damaged.pdf", "%PDF-1.7 and nothing that follows".getBytes(StandardCharsets.UTF_8))))
                .endsWith("The file cannot be opened: it is damaged or cut off.");
        mirela.delete("/api/rules/" + rule + "?version=" + RuleForms.row(mirela, rule).get("version").asInt()).must(204);
    }

    @Test
    void thatOfAPdfThatComesLaterIsComparedOnceItIsThere(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        String parent = "Work in progress / Dunmarrow Works";
        long folder = mirela.post("/api/folders/" + mirela.folder(parent) + "/folders",
                Map.of("name", "Comes later", "values", Map.of("type", "DR", "discipline", "C"))).must(201).body().get("id").asLong();
        Map<String, Object> identify = RuleForms.identify();
        Map<String, Object> checks = new HashMap<>(RuleForms.CHECKS);
        checks.put("titleBlock", "STOP");
        identify.put("checks", checks);
        RuleForms.inForce(mirela, RuleForms.with(RuleForms.with(RuleForms.handling("Comes later", folder, "documents", "civil",
                mirela.folder("Shared / Civil")), "identify", identify), "prepare", Map.of("copy", "NONE", "companion",
                Map.of("endings", List.of("pdf"), "workingDays", 2, "then", "STOP"))));
        long submission = hand(site, parent + " / Comes later", "Sluice.dwg", "AC1032 sluice".getBytes(StandardCharsets.UTF_8));
        JsonNode waits = Client.until(() -> site.get("/api/projects/" + site.project() + "/passages?which=ALL&submission=" + submission)
                .must(200).body().get("items"), items -> items.size() == 1 && items.get(0).get("passage").get("at").get("state").asString()
                .equals("WAITING")).get(0).get("passage");
        hand(site, parent + " / Comes later", "Sluice.pdf", drawing("NUMBER KWR-FNK-H-DR-0001 REVISION P01", ""));
        JsonNode stopped = Client.until(() -> passage(mirela, waits), p -> p.get("at").get("state").asString().equals("STOPPED"));
        assertThat(stopped.get("at").get("station").asString()).isEqualTo("PREPARE");
        assertThat(stopped.get("at").get("stop").get("reason").asString()).startsWith("Name and title block disagree: the title block "
                + "carries the number KWR-FNK-H-DR-0001, not " + stopped.get("names").get("number").asString());
        mirela.post("/api/passages/ways-out", Map.of("way", "GO_ON_ALL_THE_SAME", "fields", Map.of(), "text", "", "passages",
                List.of(Map.of("passage", stopped.get("id").asLong(), "version", stopped.get("version").asInt())))).must(200);
        Client.until(() -> passage(mirela, waits), p -> p.get("at").get("station").asString().equals("REVIEW"));
    }

    private static JsonNode passage(Client who, JsonNode passage) {
        return who.get("/api/passages/" + passage.get("id").asLong()).must(200).body().get("row").get("passage");
    }
}
