package app.pervius.bench;

import app.pervius.e2e.Browser;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.http.HttpRequest.BodyPublishers;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;

/** (n) how long two A0 drawings of many lines take to be compared, from both being open to the first difference shown. */
final class CompareTime implements Bench.Part {

    private static final int ROUNDS = 5;
    private static final PDRectangle A0 = new PDRectangle(PDRectangle.A0.getHeight(), PDRectangle.A0.getWidth());

    private final int lines;

    CompareTime(double scale) {
        lines = (int) (50_000 * scale);
    }

    @Override
    public List<Measure> measure() throws Exception {
        Path data = Packaged.directory("bench-compare");
        List<Double> took = new ArrayList<>();
        List<Double> drew = new ArrayList<>();
        try (Packaged server = Packaged.ours(List.of("-Xmx512m"), "serve", "--data", data.toString())) {
            Site site = server.setUp();
            Person author = site.controller();
            List<byte[]> drawings = List.of(drawing(0), drawing(40));
            long submission = author.post("/api/folders/" + site.drawings() + "/submissions", Map.of("purpose", "measured", "files",
                    List.of(Map.of("name", "Before.pdf", "size", drawings.getFirst().length),
                            Map.of("name", "Now.pdf", "size", drawings.getLast().length)))).get("id").asLong();
            for (int i = 0; i < drawings.size(); i++) {
                author.putBytes("/api/submissions/" + submission + "/files/" + i, BodyPublishers.ofByteArray(drawings.get(i)));
            }
            Site.close(author, submission);
            String passages = "/api/projects/" + site.project() + "/passages?which=ON_THE_WAY";
            Crowd.until(() -> author.get(passages).get("items").size() == 2, 60);
            List<Long> ids = author.get(passages).get("items").valueStream().map(p -> p.get("passage").get("id").asLong()).sorted()
                    .toList();
            try (Browser browser = Crowded.signedIn(site.address())) {
                for (int i = 0; i < ROUNDS; i++) {
                    browser.open("/compare/" + ids.getFirst() + "/" + ids.getLast())
                            .until("return !!document.querySelector('[data-took]')");
                    took.add(told(browser, "took"));
                    drew.add(told(browser, "drew"));
                }
            }
        } finally {
            Site.delete(data);
        }
        String what = "two A0 drawings of " + lines + " lines each compared, median of " + ROUNDS;
        return List.of(Measure.within("n", what + ", s", Crowd.median(took) / 1000, 3),
                Measure.atMost("n", what + ", ms", Crowd.median(took), "the bare drawing of both", Crowd.median(drew), 2));
    }

    private static double told(Browser browser, String which) {
        return Double.parseDouble(browser.js("return document.querySelector('[data-took]').dataset." + which).toString());
    }

    /** Lines all over the sheet, always the same, of which so many lie elsewhere. */
    private byte[] drawing(int elsewhere) throws IOException {
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
}
