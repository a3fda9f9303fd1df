package app.pervius.server.devices;

import app.pervius.core.issue.Stamp;
import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import com.google.zxing.qrcode.decoder.ErrorCorrectionLevel;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.io.MemoryUsageSetting;
import org.apache.pdfbox.io.RandomAccessReadBufferedFile;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.apache.pdfbox.util.Matrix;

/** Writes a stamp on every page of a copy of a PDF, in its true size, as the page is read: turned pages and other units are seen to. */
final class Stamping {

    private static final float POINTS_OF_A_MM = 72 / 25.4f;
    /** What printers leave white at the edge, and a little. */
    private static final float FROM_EDGE = 5 * POINTS_OF_A_MM;
    /** High enough for a code that a telephone reads, low enough for the filing margin of a drawing (20 mm, ISO 5457). */
    private static final float HEIGHT = 14 * POINTS_OF_A_MM;
    private static final float PADDING = 1 * POINTS_OF_A_MM;
    private static final float HEADING = 8.5f;
    private static final float SIZE = 6.5f;
    private static final float LINE = 0.4f;
    /** Light squares around a code (ISO/IEC 18004, 6.3.8). */
    private static final int QUIET = 4;
    private static final int LONGEST_LINE = 110;
    /** Of a page that is too small for it a stamp takes so much of the side along which it stands. */
    private static final float MOST_OF_SIDE = 0.9f;

    private Stamping() {
    }

    /**
     * @param pdf is left as it is
     * @param to where the stamped one is written
     * @throws Pages.Misfit where it may not be changed, or cannot be read
     */
    static void stamp(Path pdf, Path to, Stamp stamp, Stamp.Place place) throws Pages.Misfit, IOException {
        try (PDDocument document = Loader.loadPDF(new RandomAccessReadBufferedFile(pdf), "", null, null,
                MemoryUsageSetting.setupTempFileOnly(Pages.MOST_TEMPORARY).streamCache)) {
            if (!document.getCurrentAccessPermission().canModify()) {
                throw new Pages.Misfit("It cannot be stamped: whoever made it has locked it against changes. Release it without a stamp.");
            }
            document.setAllSecurityToBeRemoved(true);
            Drawn drawn = new Drawn(document, stamp);
            for (PDPage page : document.getPages()) {
                try (PDPageContentStream content = new PDPageContentStream(document, page, PDPageContentStream.AppendMode.APPEND, true,
                        true)) {
                    content.transform(onPage(page, place, drawn.width));
                    drawn.on(content);
                }
            }
            document.save(to.toFile());
        } catch (RuntimeException | WriterException e) {
            throw new IOException("it cannot be read as a PDF", e);
        }
    }

    /** From the stamp's own points, its lower left corner at 0, 0, to the page's. */
    private static Matrix onPage(PDPage page, Stamp.Place place, float width) {
        PDRectangle box = page.getCropBox();
        float unit = page.getUserUnit();
        boolean turned = page.getRotation() % 180 != 0;
        float across = (turned ? box.getHeight() : box.getWidth()) * unit;
        float up = (turned ? box.getWidth() : box.getHeight()) * unit;
        Matrix all = asRead(page, box, across / unit, up / unit);
        all.concatenate(Matrix.getScaleInstance(1 / unit, 1 / unit));
        boolean along = place == Stamp.Place.LEFT_MARGIN;
        float scale = Math.min(1, MOST_OF_SIDE * (along ? up : across) / (width + 2 * FROM_EDGE));
        float edge = FROM_EDGE * scale;
        float right = across - edge - width * scale;
        float top = up - edge - HEIGHT * scale;
        all.concatenate(switch (place) {
            case TOP_LEFT -> Matrix.getTranslateInstance(edge, top);
            case TOP_RIGHT -> Matrix.getTranslateInstance(right, top);
            case BOTTOM_RIGHT -> Matrix.getTranslateInstance(right, edge);
            case BOTTOM_LEFT, NONE -> Matrix.getTranslateInstance(edge, edge);
            case LEFT_MARGIN -> new Matrix(0, 1, -1, 0, edge + HEIGHT * scale, edge);
        });
        all.concatenate(Matrix.getScaleInstance(scale, scale));
        return all;
    }

    /** From the page as it is read, its lower left corner at 0, 0, to its own coordinates (ISO 32000-1, 7.7.3.3: turned clockwise). */
    private static Matrix asRead(PDPage page, PDRectangle box, float across, float up) {
        float x = box.getLowerLeftX();
        float y = box.getLowerLeftY();
        return switch (page.getRotation()) {
            case 90 -> new Matrix(0, 1, -1, 0, x + up, y);
            case 180 -> new Matrix(-1, 0, 0, -1, x + across, y + up);
            case 270 -> new Matrix(0, -1, 1, 0, x, y + across);
            default -> new Matrix(1, 0, 0, 1, x, y);
        };
    }

    /** A stamp as it is drawn on one page after the other. */
    private static final class Drawn {

        private final PDFont font;
        private final String heading;
        private final List<String> lines = new ArrayList<>();
        private final List<float[]> squares = new ArrayList<>();
        private final float textFrom;
        private final float width;

        Drawn(PDDocument document, Stamp stamp) throws IOException, WriterException {
            try (InputStream letters = Objects.requireNonNull(
                    PDFont.class.getResourceAsStream("/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf"))) {
                font = PDType0Font.load(document, letters);
            }
            heading = shown(stamp.heading());
            stamp.lines().forEach(line -> lines.add(shown(line)));
            if (stamp.link().isPresent()) {
                code(stamp.link().get());
            }
            textFrom = squares.isEmpty() ? PADDING : HEIGHT;
            float longest = wide(heading, HEADING);
            for (String line : lines) {
                longest = Math.max(longest, wide(line, SIZE));
            }
            width = textFrom + longest + 2 * PADDING;
        }

        void on(PDPageContentStream to) throws IOException {
            to.setNonStrokingColor(1f, 1f, 1f);
            to.setStrokingColor(0f, 0f, 0f);
            to.setLineWidth(LINE);
            to.addRect(0, 0, width, HEIGHT);
            to.fillAndStroke();
            to.setNonStrokingColor(0f, 0f, 0f);
            for (float[] square : squares) {
                to.addRect(square[0], square[1], square[2], square[3]);
            }
            if (!squares.isEmpty()) {
                to.fill();
            }
            float y = HEIGHT - PADDING - HEADING;
            words(to, heading, HEADING, y);
            float step = (y - PADDING) / lines.size();
            for (String line : lines) {
                y -= step;
                words(to, line, SIZE, y + (step - SIZE) / 2);
            }
        }

        private void words(PDPageContentStream to, String text, float size, float y) throws IOException {
            to.beginText();
            to.setFont(font, size);
            to.newLineAtOffset(textFrom, y);
            to.showText(text);
            to.endText();
        }

        private float wide(String text, float size) throws IOException {
            return font.getStringWidth(text) / 1000 * size;
        }

        /** The dark squares of its code, those of a row that touch drawn as one. */
        private void code(String link) throws WriterException {
            BitMatrix dark = new QRCodeWriter().encode(link, BarcodeFormat.QR_CODE, 0, 0, Map.of(EncodeHintType.ERROR_CORRECTION,
                    ErrorCorrectionLevel.M, EncodeHintType.MARGIN, QUIET));
            float side = HEIGHT / dark.getWidth();
            for (int row = 0; row < dark.getHeight(); row++) {
                for (int at = 0; at < dark.getWidth(); at++) {
                    int from = at;
                    while (at < dark.getWidth() && dark.get(at, row)) {
                        at++;
                    }
                    if (at > from) {
                        squares.add(new float[] {from * side, HEIGHT - (row + 1) * side, (at - from) * side, side});
                    }
                }
            }
        }

        private String shown(String text) {
            String whole = text.codePoints().mapToObj(this::letter).collect(Collectors.joining());
            return whole.length() > LONGEST_LINE ? whole.substring(0, LONGEST_LINE - 1) + "…" : whole;
        }

        private String letter(int codePoint) {
            String letter = Character.toString(codePoint);
            try {
                font.encode(letter);
                return letter;
            } catch (IOException | IllegalArgumentException e) {
                return "?";
            }
        }
    }
}
