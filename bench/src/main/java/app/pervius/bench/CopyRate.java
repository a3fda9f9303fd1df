package app.pervius.bench;

import app.pervius.server.content.ContentStore;
import app.pervius.server.copies.Making;
import app.pervius.server.copies.converters.Converter;
import app.pervius.server.copies.converters.Converters;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.http.HttpRequest.BodyPublishers;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import javax.imageio.ImageIO;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.apache.pdfbox.pdmodel.graphics.image.LosslessFactory;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.apache.poi.xwpf.usermodel.XWPFDocument;

/**
 * (q) readable copies: making them, and the whole way from the closing of a drop until the last is at its review, beside the bare library,
 * or LibreOffice with a warm profile, called in a loop by as many threads as there are processors.
 */
final class CopyRate implements Bench.Part {

    private static final int THREADS = Runtime.getRuntime().availableProcessors();
    /** Each look costs what it looks at; it is some hundredths of the shortest drop. */
    private static final long LOOK = Duration.ofMillis(60).toNanos();
    private static final int ROUNDS = 2;
    private static final int WIDTH = 2400;
    private static final int HEIGHT = 1700;

    private final int pictures;
    private final int texts;
    private long made;

    CopyRate(double scale) {
        pictures = (int) Math.max(10, 60 * scale);
        texts = (int) Math.max(4, 20 * scale);
    }

    /** Files of one sort, none like another. */
    private interface Sort {
        byte[] one() throws IOException;
    }

    private interface Bare {
        void copy(byte[] bytes, int thread) throws Exception;
    }

    /** A sort of files, how many of them, and what makes PDFs of them alone. */
    private record Kind(String what, String ending, int count, Sort sort, String floorIs, Bare bare, double target) {
    }

    @Override
    public List<Measure> measure() throws Exception {
        Path work = Files.createTempDirectory("pervius-copies");
        try (Site.Here here = Site.here(Map.of())) {
            List<Measure> found = new ArrayList<>();
            Person ines = here.site().controller();
            found.addAll(beside(here, ines, new Kind("pictures (PNG, 2400 x 1700)", "png", pictures, this::picture, "bare library",
                    (bytes, thread) -> pictureAlone(bytes), 0.7)));
            found.addAll(beside(here, ines, new Kind("texts of 40 pages", "txt", pictures, this::text, "bare library",
                    (bytes, thread) -> textAlone(bytes), 0.7)));
            found.addAll(beside(here, ines, new Kind("DOCX of 10 pages", "docx", texts, this::docx, "LibreOffice in a loop",
                    (bytes, thread) -> officeAlone(bytes, work.resolve("thread " + thread)), 0.8)));
            return found;
        } finally {
            Site.delete(work);
        }
    }

    private List<Measure> beside(Site.Here here, Person ines, Kind kind) throws Exception {
        drop(here.site(), ines, kind.ending(), THREADS, kind.sort());
        floor(THREADS, kind.sort(), kind.bare());
        double wholeWay = 0;
        double making = 0;
        double its = 0;
        for (int round = 0; round < ROUNDS; round++) {
            wholeWay += drop(here.site(), ines, kind.ending(), kind.count(), kind.sort());
            making += floor(kind.count(), kind.sort(), making(here, kind.ending()));
            its += floor(kind.count(), kind.sort(), kind.bare());
        }
        int made = ROUNDS * kind.count();
        return List.of(Measure.atLeast("q", kind.what() + " into PDFs per second, checked and kept", made / making, kind.floorIs(),
                made / its, kind.target()),
                Measure.noted("q", kind.what() + " per second, from the closing of a drop to review", made / wholeWay, kind.floorIs(),
                made / its));
    }

    /** As it is made for a passage, without the passage: in a directory of its own, looked at, and on the disk. */
    private static Bare making(Site.Here here, String ending) {
        Making making = here.bean(Making.class);
        ContentStore store = here.bean(ContentStore.class);
        Converter converter = here.bean(Converters.class).of("x." + ending, "").orElseThrow();
        return (bytes, thread) -> making.make(converter, store.keep(new ByteArrayInputStream(bytes), bytes.length).hash(), "x." + ending);
    }

    private double drop(Site site, Person ines, String ending, int count, Sort sort) throws IOException {
        Map<String, byte[]> files = new LinkedHashMap<>();
        for (int i = 0; i < count; i++) {
            files.put("copied " + ++made + "." + ending, sort.one());
        }
        long id = ines.post("/api/folders/" + site.drawings() + "/submissions", Map.of("purpose", "measured", "files", files.entrySet()
                .stream().map(f -> Map.of("name", f.getKey(), "size", f.getValue().length)).toList())).get("id").asLong();
        int place = 0;
        for (byte[] bytes : files.values()) {
            ines.putBytes("/api/submissions/" + id + "/files/" + place++, BodyPublishers.ofByteArray(bytes));
        }
        long begun = System.nanoTime();
        Site.close(ines, id);
        String all = "/api/projects/" + site.project() + "/passages?which=ALL&submission=" + id;
        while (ines.get("/api/converters").get("waiting").asInt() > 0 || ines.get(all).get("items").valueStream()
                .anyMatch(row -> row.get("passage").get("at").get("state").asString().equals("RUNNING")
                        || row.get("passage").get("at").get("station").asString().equals("PREPARE"))) {
            LockSupport.parkNanos(LOOK);
        }
        return (System.nanoTime() - begun) / 1e9;
    }

    private static double floor(int count, Sort sort, Bare bare) throws IOException {
        List<byte[]> files = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            files.add(sort.one());
        }
        return Crowd.seconds(THREADS, thread -> {
            for (int i = thread; i < count; i += THREADS) {
                try {
                    bare.copy(files.get(i), thread);
                } catch (Exception e) {
                    throw new IllegalStateException(e);
                }
            }
        });
    }

    /** Lines as on a drawing, and noise enough that none is like another. */
    private byte[] picture() throws IOException {
        BufferedImage sheet = new BufferedImage(WIDTH, HEIGHT, BufferedImage.TYPE_INT_RGB);
        Graphics2D draw = sheet.createGraphics();
        draw.setColor(Color.WHITE);
        draw.fillRect(0, 0, WIDTH, HEIGHT);
        draw.setColor(Color.BLACK);
        Random random = new Random(++made);
        for (int i = 0; i < 4000; i++) {
            draw.drawLine(random.nextInt(WIDTH), random.nextInt(HEIGHT), random.nextInt(WIDTH), random.nextInt(HEIGHT));
        }
        draw.dispose();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(sheet, "png", out);
        return out.toByteArray();
    }

    private byte[] text() {
        return ("Line of a log, " + ++made + ", with a level of the water and a time\n").repeat(40 * 60).getBytes(StandardCharsets.UTF_8);
    }

    private byte[] docx() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        made++;
        try (XWPFDocument document = new XWPFDocument()) {
            for (int i = 0; i < 300; i++) {
                document.createParagraph().createRun().setText("Paragraph " + i + " of specification " + made
                        + " says what concrete is placed where, in which class, and who looks at it before that.");
            }
            document.write(out);
        }
        return out.toByteArray();
    }

    private static void pictureAlone(byte[] bytes) throws IOException {
        try (PDDocument pdf = new PDDocument()) {
            PDImageXObject image = LosslessFactory.createFromImage(pdf, ImageIO.read(new java.io.ByteArrayInputStream(bytes)));
            PDPage page = new PDPage(new PDRectangle(image.getWidth(), image.getHeight()));
            pdf.addPage(page);
            try (PDPageContentStream content = new PDPageContentStream(pdf, page)) {
                content.drawImage(image, 0, 0);
            }
            pdf.save(new ByteArrayOutputStream());
        }
    }

    private static void textAlone(byte[] bytes) throws IOException {
        List<String> lines = new String(bytes, StandardCharsets.UTF_8).lines().toList();
        try (PDDocument pdf = new PDDocument();
                InputStream ttf = CopyRate.class.getResourceAsStream("/liberation/LiberationMono-Regular.ttf")) {
            PDType0Font font = PDType0Font.load(pdf, ttf, true);
            for (int first = 0; first < lines.size(); first += 60) {
                PDPage page = new PDPage(PDRectangle.A4);
                pdf.addPage(page);
                try (PDPageContentStream content = new PDPageContentStream(pdf, page)) {
                    content.beginText();
                    content.setFont(font, 9);
                    content.setLeading(12);
                    content.newLineAtOffset(50, 780);
                    for (String line : lines.subList(first, Math.min(lines.size(), first + 60))) {
                        content.showText(line);
                        content.newLine();
                    }
                    content.endText();
                }
            }
            pdf.save(new ByteArrayOutputStream());
        }
    }

    private static void officeAlone(byte[] bytes, Path work) throws Exception {
        Files.createDirectories(work);
        Path in = Files.write(work.resolve("in.docx"), bytes);
        Process process = new ProcessBuilder("soffice", "-env:UserInstallation=" + work.resolve("profile").toUri(), "--headless",
                "--norestore",
                "--convert-to", "pdf", "--outdir", work.toString(), in.toString()).redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD).start();
        if (!process.waitFor(60, TimeUnit.SECONDS) || !Files.exists(work.resolve("in.pdf"))) {
            process.destroyForcibly();
            throw new IllegalStateException("LibreOffice made nothing");
        }
        Files.delete(work.resolve("in.pdf"));
    }
}
