package app.pervius.bench;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.http.HttpRequest.BodyPublishers;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;

/** PDFs to be read and compared, always the same, and handing them in. */
final class Sheets {

    private static final PDRectangle A0 = new PDRectangle(PDRectangle.A0.getHeight(), PDRectangle.A0.getWidth());

    private Sheets() {
    }

    /** An A0 drawing of so many lines all over the sheet, of which so many lie elsewhere. */
    static byte[] drawing(int lines, int elsewhere) throws IOException {
        Random random = new Random(11);
        try (PDDocument document = new PDDocument(); ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            PDPage page = new PDPage(A0);
            document.addPage(page);
            try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                for (int i = 0; i < lines; i++) {
                    float x = random.nextFloat() * (A0.getWidth() - 60);
                    float y = random.nextFloat() * (A0.getHeight() - 60) + (i < elsewhere ? 30 : 0);
                    content.moveTo(x, y);
                    content.lineTo(x + random.nextFloat() * 60, y + random.nextFloat() * 60);
                    content.stroke();
                }
            }
            document.save(out);
            return out.toByteArray();
        }
    }

    /** A4 pages full of text. */
    static byte[] pages(int pages) throws IOException {
        PDFont font = new PDType1Font(Standard14Fonts.FontName.HELVETICA);
        try (PDDocument document = new PDDocument(); ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            for (int number = 1; number <= pages; number++) {
                PDPage page = new PDPage(PDRectangle.A4);
                document.addPage(page);
                try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                    content.beginText();
                    content.setFont(font, 9);
                    content.setLeading(12);
                    content.newLineAtOffset(50, 790);
                    for (int line = 1; line <= 60; line++) {
                        content.showText("Page " + number + ", line " + line + ": the sill lies " + (number * line) % 997
                                + " mm below the crest, and the gate is lifted by two drives.");
                        content.newLine();
                    }
                    content.endText();
                }
            }
            document.save(out);
            return out.toByteArray();
        }
    }

    /** Hands files in as one submission; the passages that came of them, in their order. */
    static List<Long> handIn(Site site, Map<String, byte[]> files) throws Exception {
        Person author = site.controller();
        List<Map.Entry<String, byte[]>> all = List.copyOf(files.entrySet());
        long submission = author.post("/api/folders/" + site.drawings() + "/submissions", Map.of("purpose", "measured", "files",
                all.stream().map(f -> Map.of("name", f.getKey(), "size", f.getValue().length)).toList())).get("id").asLong();
        for (int i = 0; i < all.size(); i++) {
            author.putBytes("/api/submissions/" + submission + "/files/" + i, BodyPublishers.ofByteArray(all.get(i).getValue()));
        }
        Site.close(author, submission);
        String passages = "/api/projects/" + site.project() + "/passages?which=ON_THE_WAY";
        Crowd.until(() -> author.get(passages).get("items").size() == all.size(), 60);
        return author.get(passages).get("items").valueStream().map(p -> p.get("passage").get("id").asLong()).sorted().toList();
    }
}
