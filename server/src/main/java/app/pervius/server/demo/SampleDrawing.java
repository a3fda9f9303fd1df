package app.pervius.server.demo;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Random;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;

/** A sheet of the Kestrel Weir, drawn by our own code: frame, title block and something worth looking at. */
final class SampleDrawing {

    /** What is on the sheet. */
    enum Subject { PLAN, SECTION, FISH_PASS, PANEL, TEXT }

    /** What stands in the title block. */
    record Title(String title, String firm, String drawnBy, String number, String revision) {
    }

    private static final float WIDTH = PDRectangle.A3.getHeight();
    private static final float HEIGHT = PDRectangle.A3.getWidth();
    private static final float MARGIN = 28;

    private final PDPageContentStream page;
    private final PDFont font;
    private final Random random;

    private SampleDrawing(PDPageContentStream page, PDFont font, Random random) {
        this.page = page;
        this.font = font;
        this.random = random;
    }

    /** Draws a sheet; the same title always gives the same sheet. */
    static byte[] draw(Subject subject, Title title) {
        try (PDDocument document = new PDDocument(); ByteArrayOutputStream bytes = new ByteArrayOutputStream();
                InputStream ttf = SampleDrawing.class.getResourceAsStream("/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf")) {
            PDFont font = PDType0Font.load(document, ttf);
            PDPage sheet = new PDPage(new PDRectangle(WIDTH, HEIGHT));
            document.addPage(sheet);
            document.getDocumentInformation().setTitle(title.title());
            try (PDPageContentStream content = new PDPageContentStream(document, sheet)) {
                SampleDrawing drawing = new SampleDrawing(content, font,
                        new Random(title.title().hashCode() + title.revision().hashCode()));
                drawing.frame();
                drawing.subject(subject);
                drawing.titleBlock(title);
            }
            document.save(bytes);
            return bytes.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException("a sample drawing could not be made", e);
        }
    }

    private void subject(Subject subject) throws IOException {
        switch (subject) {
            case PLAN -> plan();
            case SECTION -> section();
            case FISH_PASS -> fishPass();
            case PANEL -> panel();
            case TEXT -> text();
        }
    }

    private void frame() throws IOException {
        page.setLineWidth(1.4f);
        box(MARGIN, MARGIN, WIDTH - 2 * MARGIN, HEIGHT - 2 * MARGIN);
        page.setLineWidth(0.4f);
        for (int i = 1; i < 8; i++) {
            float x = MARGIN + i * (WIDTH - 2 * MARGIN) / 8;
            line(x, MARGIN - 8, x, MARGIN);
            line(x, HEIGHT - MARGIN, x, HEIGHT - MARGIN + 8);
            write(x - 45, HEIGHT - MARGIN + 3, 6, String.valueOf(i));
        }
    }

    private void titleBlock(Title title) throws IOException {
        float x = WIDTH - MARGIN - 300;
        float y = MARGIN;
        blank(x, y, 300, 112);
        page.setLineWidth(1f);
        box(x, y, 300, 112);
        page.setLineWidth(0.4f);
        for (float up : new float[] {26, 52, 84}) {
            line(x, y + up, x + 300, y + up);
        }
        line(x + 210, y, x + 210, y + 52);
        write(x + 6, y + 94, 11, "Kestrel Weir Renewal");
        write(x + 170, y + 94, 8, title.firm());
        write(x + 6, y + 64, 12, title.title());
        write(x + 6, y + 43, 6, "NUMBER");
        write(x + 6, y + 32, 10, title.number());
        write(x + 216, y + 43, 6, "REVISION");
        write(x + 216, y + 32, 10, title.revision());
        write(x + 6, y + 17, 6, "DRAWN BY");
        write(x + 6, y + 6, 8, title.drawnBy());
        write(x + 216, y + 17, 6, "SCALE AT A3");
        write(x + 216, y + 6, 8, "1 : 200");
    }

    /** The weir across the river from above, with banks, contours and the pumping station. */
    private void plan() throws IOException {
        page.setLineWidth(1f);
        for (int bank = 0; bank < 2; bank++) {
            float base = bank == 0 ? 210 : 600;
            for (int contour = 0; contour < 5; contour++) {
                page.setLineWidth(contour == 0 ? 1.6f : 0.35f);
                float off = contour * 14 * (bank == 0 ? -1 : 1);
                page.moveTo(60, base + off + jitter(6));
                for (int i = 0; i < 6; i++) {
                    float cx = 60 + (i + 0.5f) * 175;
                    page.curveTo(cx - 50, base + off + jitter(22), cx + 30, base + off + jitter(22), 60 + (i + 1) * 175,
                            base + off + jitter(10));
                }
                page.stroke();
            }
        }
        page.setLineWidth(2f);
        box(520, 205, 34, 400);
        page.setLineWidth(0.5f);
        for (int pier = 0; pier < 8; pier++) {
            box(508, 225 + pier * 48, 58, 12);
            line(554, 231 + pier * 48, 610, 231 + pier * 48 + jitter(12));
        }
        blank(700, 610, 170, 96);
        hatch(700, 610, 170, 96);
        write(724, 650, 10, "Pumping station");
        dimension(520, 180, 554, "2 400");
        write(630, 410, 9, "Weir crest  +42.60");
        arrow(150, 400, 300, 400);
        write(180, 410, 9, "Flow");
        northArrow();
    }

    /** A cut through the weir body with the stilling basin. */
    private void section() throws IOException {
        page.setLineWidth(1.8f);
        page.moveTo(120, 320);
        page.lineTo(430, 320);
        page.curveTo(500, 325, 510, 560, 560, 565);
        page.curveTo(620, 568, 640, 380, 720, 330);
        page.lineTo(1080, 330);
        page.stroke();
        page.setLineWidth(0.3f);
        for (float x = 130; x < 1070; x += 11) {
            line(x, 320, x - 16, 300);
        }
        page.setLineWidth(0.6f);
        for (float y = 520; y < 556; y += 9) {
            line(125, y, 480 - (556 - y), y);
        }
        write(150, 565, 9, "Upstream water level  +43.10");
        write(840, 420, 9, "Stilling basin");
        for (int block = 0; block < 5; block++) {
            box(800 + block * 44, 330, 18, 26);
        }
        dimension(560, 640, 720, "11 250");
        dimension(720, 640, 1060, "23 900");
        write(540, 585, 9, "+42.60");
        write(500, 720, 14, "Section A–A");
    }

    /** The pools of the fish pass, stepping down. */
    private void fishPass() throws IOException {
        page.setLineWidth(1.2f);
        for (int pool = 0; pool < 9; pool++) {
            float x = 110 + pool * 104;
            float y = 600 - pool * 34;
            box(x, y - 60, 104, 60);
            line(x + 104, y - 60, x + 104, y - 25);
            page.setLineWidth(0.4f);
            line(x, y - 18, x + 104, y - 18);
            page.setLineWidth(1.2f);
            write(x + 34, y - 44, 8, "Pool " + (pool + 1));
        }
        dimension(110, 640, 214, "3 000");
        write(240, 720, 14, "Longitudinal section of the fish pass");
        write(160, 250, 9, "Drop per pool 0.14 m; slots 0.35 m; boulders d50 = 120 mm set in concrete.");
    }

    /** A control panel's front. */
    private void panel() throws IOException {
        for (int cabinet = 0; cabinet < 4; cabinet++) {
            float x = 140 + cabinet * 230;
            page.setLineWidth(1.6f);
            box(x, 240, 200, 460);
            page.setLineWidth(0.6f);
            box(x + 24, 560, 152, 100);
            write(x + 62, 605, 10, "HMI " + (cabinet + 1));
            for (int row = 0; row < 4; row++) {
                for (int lamp = 0; lamp < 5; lamp++) {
                    box(x + 26 + lamp * 31, 470 - row * 52, 20, 20);
                }
                write(x + 26, 458 - row * 52, 6, "-K" + (cabinet + 1) + (row + 1));
            }
            write(x + 70, 222, 9, "=WC" + (cabinet + 1));
        }
        dimension(140, 730, 1030, "3 200");
    }

    /** A page of a calculation or statement. */
    private void text() throws IOException {
        String[] lines = {"1  Basis", "Design discharge HQ100 = 186 m³/s; crest length 64.0 m; crest level +42.60.",
            "Discharge over the crest after the usual broad-crested formula, c = 1.71.", "", "2  Head over the crest",
            "h = (Q / (c · L))^(2/3) = (186 / (1.71 · 64.0))^(2/3) = 1.42 m", "Upstream level +44.02, freeboard to the bank 0.58 m.", "",
            "3  Stilling basin", "Conjugate depth 2.9 m; basin length 6 · (y2 − y1) = 13.6 m, chosen 23.9 m.",
            "Load case flood with one gate out of service is governing.", "", "4  Result",
            "The basin stands every load case with a reserve of at least 12 %."};
        float y = 720;
        for (String line : lines) {
            write(120, y, line.matches("\\d .*") ? 13 : 10.5f, line);
            y -= 26;
        }
        page.setLineWidth(0.7f);
        line(760, 460, 760, 700);
        line(760, 460, 1080, 460);
        page.moveTo(760, 470);
        page.curveTo(860, 480, 960, 560, 1060, 690);
        page.stroke();
        write(900, 440, 9, "Q in m³/s");
        write(770, 690, 9, "h in m");
    }

    private void northArrow() throws IOException {
        arrow(1080, 680, 1080, 760);
        write(1076, 766, 10, "N");
    }

    private void blank(float x, float y, float w, float h) throws IOException {
        page.setNonStrokingColor(1f, 1f, 1f);
        page.addRect(x, y, w, h);
        page.fill();
        page.setNonStrokingColor(0f, 0f, 0f);
    }

    private void hatch(float x, float y, float w, float h) throws IOException {
        box(x, y, w, h);
        page.setLineWidth(0.25f);
        for (float d = 0; d < w; d += 9) {
            line(x + d, y, x + Math.min(w, d + 22), y + 22);
        }
    }

    private void dimension(float x1, float y, float x2, String text) throws IOException {
        page.setLineWidth(0.4f);
        line(x1, y, x2, y);
        line(x1, y - 5, x1, y + 5);
        line(x2, y - 5, x2, y + 5);
        write((x1 + x2) / 2 - 12, y + 4, 8, text);
    }

    private void arrow(float x1, float y1, float x2, float y2) throws IOException {
        page.setLineWidth(1.2f);
        line(x1, y1, x2, y2);
        double angle = Math.atan2(y2 - y1, x2 - x1);
        for (double turn : new double[] {2.7, -2.7}) {
            line(x2, y2, (float) (x2 + 12 * Math.cos(angle + turn)), (float) (y2 + 12 * Math.sin(angle + turn)));
        }
    }

    private float jitter(float most) {
        return (random.nextFloat() - 0.5f) * 2 * most;
    }

    private void box(float x, float y, float w, float h) throws IOException {
        page.addRect(x, y, w, h);
        page.stroke();
    }

    private void line(float x1, float y1, float x2, float y2) throws IOException {
        page.moveTo(x1, y1);
        page.lineTo(x2, y2);
        page.stroke();
    }

    private void write(float x, float y, float size, String text) throws IOException {
        page.beginText();
        page.setFont(font, size);
        page.newLineAtOffset(x, y);
        page.showText(text);
        page.endText();
    }
}
