package app.pervius.server.copies.converters;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDType0Font;

/** Plain text on A4, line by line; what is wider than the page goes on in the next line, up to 5,000 pages. */
public final class TextConverter implements Converter {

    private static final String TYPEFACE = "/liberation/LiberationMono-Regular.ttf";
    private static final long LARGEST = 10_000_000;
    private static final int MOST_PAGES = 5_000;
    private static final float SIZE = 9;
    private static final float LEADING = 12;
    private static final float MARGIN = 50;
    private static final int TAB = 8;
    /** What stands for a letter that the typeface does not have. */
    private static final int MISSING = '\u25A1';
    /** A letter of Liberation Mono is 0.6 of its size wide. */
    private static final int COLUMNS = (int) ((PDRectangle.A4.getWidth() - 2 * MARGIN) / (SIZE * 0.6f));
    private static final int LINES = (int) ((PDRectangle.A4.getHeight() - 2 * MARGIN) / LEADING);

    @Override
    public List<String> endings() {
        return List.of("txt", "csv", "md", "log");
    }

    @Override
    public boolean takes(String ending, String mediaType) {
        return endings().contains(ending) && (mediaType.startsWith("text/") || mediaType.isEmpty());
    }

    @Override
    public Converted convert(Job job) throws IOException, CannotConvert {
        if (Files.size(job.source()) > LARGEST) {
            throw new CannotConvert("It is a text of more than 10 MB.");
        }
        List<String> lines = lines(decoded(Files.readAllBytes(job.source())));
        Path out = job.directory().resolve("out.pdf");
        int missing = write(lines, out);
        return new Converted(out, missing == 0 ? "" : (missing == 1 ? "One letter is" : missing + " letters are")
                + " not in its typeface and shown as \u25A1.");
    }

    /** UTF-8 or UTF-16 as it says at its beginning, or UTF-8 if it can be, else Windows-1252. */
    private static String decoded(byte[] bytes) {
        int mark = bytes.length < 2 ? 0 : (bytes[0] & 0xFF) << 8 | bytes[1] & 0xFF;
        if (mark == 0xFEFF || mark == 0xFFFE) {
            return new String(bytes, StandardCharsets.UTF_16);
        }
        try {
            String text = StandardCharsets.UTF_8.newDecoder().onMalformedInput(CodingErrorAction.REPORT).decode(ByteBuffer.wrap(bytes))
                    .toString();
            return text.startsWith("\uFEFF") ? text.substring(1) : text;
        } catch (CharacterCodingException e) {
            return new String(bytes, Charset.forName("windows-1252"));
        }
    }

    private static List<String> lines(String text) throws CannotConvert {
        List<String> lines = new ArrayList<>();
        for (String line : text.split("\\R", -1)) {
            int from = 0;
            String shown = untabbed(line);
            int letters = shown.codePointCount(0, shown.length());
            do {
                int end = shown.offsetByCodePoints(from, Math.min(COLUMNS, letters));
                lines.add(shown.substring(from, end));
                letters -= Math.min(COLUMNS, letters);
                from = end;
            } while (letters > 0);
            if (lines.size() > (long) MOST_PAGES * LINES) {
                throw new CannotConvert("It has more than 5,000 pages.");
            }
        }
        if (lines.size() > 1 && lines.getLast().isEmpty()) {
            lines.removeLast();
        }
        return lines;
    }

    private static String untabbed(String line) {
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < line.length(); i++) {
            char c = line.charAt(i);
            if (c == '\t') {
                out.repeat(' ', TAB - out.length() % TAB);
            } else if (c == '\f') {
                out.append(' ');
            } else if (!Character.isISOControl(c)) {
                out.append(c);
            }
        }
        return out.toString();
    }

    private static int write(List<String> lines, Path out) throws IOException {
        try (PDDocument document = new PDDocument()) {
            PDType0Font font;
            try (InputStream ttf = Objects.requireNonNull(TextConverter.class.getResourceAsStream(TYPEFACE))) {
                font = PDType0Font.load(document, ttf, true);
            }
            Map<Integer, Boolean> has = new HashMap<>();
            for (int first = 0; first < Math.max(1, lines.size()); first += LINES) {
                page(document, font, lines.subList(first, Math.min(lines.size(), first + LINES)), has);
            }
            document.save(out.toFile());
            return (int) has.values().stream().filter(there -> !there).count();
        }
    }

    private static void page(PDDocument document, PDType0Font font, List<String> lines, Map<Integer, Boolean> has) throws IOException {
        PDPage page = new PDPage(PDRectangle.A4);
        document.addPage(page);
        try (PDPageContentStream content = new PDPageContentStream(document, page)) {
            content.beginText();
            content.setFont(font, SIZE);
            content.setLeading(LEADING);
            content.newLineAtOffset(MARGIN, PDRectangle.A4.getHeight() - MARGIN - SIZE);
            for (String line : lines) {
                content.showText(written(line, font, has));
                content.newLine();
            }
            content.endText();
        }
    }

    private static String written(String line, PDType0Font font, Map<Integer, Boolean> has) {
        StringBuilder out = new StringBuilder();
        line.codePoints().forEach(c -> out.appendCodePoint(has.computeIfAbsent(c, letter -> writes(font, letter)) ? c : MISSING));
        return out.toString();
    }

    private static boolean writes(PDType0Font font, int letter) {
        try {
            font.encode(Character.toString(letter));
            return true;
        } catch (IOException | IllegalArgumentException e) {
            return false;
        }
    }
}
