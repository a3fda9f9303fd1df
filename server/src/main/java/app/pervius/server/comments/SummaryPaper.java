package app.pervius.server.comments;

import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.apache.pdfbox.io.MemoryUsageSetting;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.jspecify.annotations.Nullable;

/** Sheets of A4 that are written from the top down, with letters of all European scripts; other letters are shown as “?”. */
final class SummaryPaper implements Closeable {

    static final float LEFT = 42;
    static final float WIDTH = PDRectangle.A4.getWidth() - 2 * LEFT;
    private static final float TOP = PDRectangle.A4.getHeight() - 46;
    private static final float BOTTOM = 46;
    private static final float SPACING = 1.32f;

    private final PDDocument document = new PDDocument(MemoryUsageSetting.setupTempFileOnly(2L << 30).streamCache);
    private final PDFont font;
    private final Map<Integer, String> letters = new HashMap<>();
    private @Nullable PDPageContentStream content;
    private float y = TOP;

    SummaryPaper() throws IOException {
        try (InputStream letter = Objects.requireNonNull(
                PDFont.class.getResourceAsStream("/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf"))) {
            font = PDType0Font.load(document, letter);
        }
    }

    PDDocument document() {
        return document;
    }

    /** Where the next thing begins, in points from the lower edge. */
    float y() {
        return y;
    }

    void down(float by) {
        y -= by;
    }

    /** A new sheet where less than so much is left on this one. */
    PDPageContentStream room(float needed) throws IOException {
        if (content == null || y - needed < BOTTOM && y < TOP) {
            if (content != null) {
                content.close();
            }
            PDPage page = new PDPage(PDRectangle.A4);
            document.addPage(page);
            content = new PDPageContentStream(document, page);
            y = TOP;
        }
        return content;
    }

    /** Words from here down, broken into lines; goes on overleaf where they do not fit. */
    void words(String text, float x, float width, float size, float grey) throws IOException {
        for (String line : lines(text, width, size)) {
            PDPageContentStream to = room(size * SPACING);
            y -= size * SPACING;
            to.beginText();
            to.setFont(font, size);
            to.setNonStrokingColor(grey, grey, grey);
            to.newLineAtOffset(x, y + size * (SPACING - 1));
            to.showText(line);
            to.endText();
        }
    }

    /** How high words are when they are broken into lines. */
    float height(String text, float width, float size) throws IOException {
        return lines(text, width, size).size() * size * SPACING;
    }

    private List<String> lines(String text, float width, float size) throws IOException {
        List<String> lines = new ArrayList<>();
        for (String paragraph : shown(text).split("\n", -1)) {
            StringBuilder line = new StringBuilder();
            for (String word : paragraph.split(" ", -1)) {
                String rest = word;
                while (true) {
                    String longer = line.isEmpty() ? rest : line + " " + rest;
                    if (wide(longer, size) <= width) {
                        line.setLength(0);
                        line.append(longer);
                        break;
                    }
                    if (line.isEmpty()) {
                        int fits = fitting(rest, width, size);
                        lines.add(rest.substring(0, fits));
                        rest = rest.substring(fits);
                    } else {
                        lines.add(line.toString());
                        line.setLength(0);
                    }
                }
            }
            lines.add(line.toString());
        }
        return lines;
    }

    private int fitting(String word, float width, float size) throws IOException {
        int fits = 1;
        while (fits < word.length() && wide(word.substring(0, fits + 1), size) <= width) {
            fits++;
        }
        return fits;
    }

    private float wide(String text, float size) throws IOException {
        return font.getStringWidth(text) / 1000 * size;
    }

    private String shown(String text) {
        StringBuilder shown = new StringBuilder();
        text.codePoints().forEach(c -> shown.append(letters.computeIfAbsent(c, this::letter)));
        return shown.toString();
    }

    private String letter(int codePoint) {
        if (codePoint == '\n') {
            return "\n";
        }
        if (Character.isISOControl(codePoint)) {
            return " ";
        }
        String letter = Character.toString(codePoint);
        try {
            font.encode(letter);
            return letter.length() == 1 ? letter : "?";
        } catch (IOException | IllegalArgumentException e) {
            return "?";
        }
    }

    /** Numbers the sheets and writes them. */
    void save(String foot, OutputStream out) throws IOException {
        room(0).close();
        int pages = document.getNumberOfPages();
        for (int i = 0; i < pages; i++) {
            try (PDPageContentStream to = new PDPageContentStream(document, document.getPage(i), PDPageContentStream.AppendMode.APPEND,
                    true,
                    true)) {
                to.beginText();
                to.setFont(font, 8);
                to.setNonStrokingColor(0.4f, 0.4f, 0.4f);
                to.newLineAtOffset(LEFT, 28);
                to.showText(shown(foot + "   " + (i + 1) + " of " + pages));
                to.endText();
            }
        }
        document.save(out);
    }

    @Override
    public void close() throws IOException {
        document.close();
    }
}
