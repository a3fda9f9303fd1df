package app.pervius.server.copies.converters;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
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
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.PDResources;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.common.PDStream;
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
            PDPage first = new PDPage(PDRectangle.A4);
            embedOnlyWhatIsWritten(document, first, font);
            PDResources resources = new PDResources();
            Glyphs glyphs = new Glyphs(font);
            byte[] begin = ("BT /" + resources.add(font).getName() + " " + SIZE + " Tf " + LEADING + " TL " + MARGIN + " "
                    + (PDRectangle.A4.getHeight() - MARGIN - SIZE) + " Td\n").getBytes(StandardCharsets.US_ASCII);
            for (int from = 0; from < Math.max(1, lines.size()); from += LINES) {
                PDPage page = from == 0 ? first : new PDPage(PDRectangle.A4);
                document.addPage(page);
                page.setResources(resources);
                PDStream content = new PDStream(document);
                try (OutputStream into = content.createOutputStream(COSName.FLATE_DECODE)) {
                    into.write(begin);
                    for (String line : lines.subList(from, Math.min(lines.size(), from + LINES))) {
                        glyphs.write(line, into);
                    }
                    into.write("ET".getBytes(StandardCharsets.US_ASCII));
                }
                page.setContents(content);
            }
            document.save(out.toFile());
            return glyphs.missing;
        }
    }

    /** The library learns only from a content stream of its own that a typeface is cut down when the document is written. */
    private static void embedOnlyWhatIsWritten(PDDocument document, PDPage page, PDType0Font font) throws IOException {
        try (PDPageContentStream content = new PDPageContentStream(document, page)) {
            content.setFont(font, SIZE);
        }
    }

    /** Lines as a page's content shows them (ISO 32000-1, 9.4.3); every letter is looked up once. */
    private static final class Glyphs {

        private static final int ASCII = 128;

        private final PDType0Font font;
        private final byte[][] ascii = new byte[ASCII][];
        private final Map<Integer, byte[]> others = new HashMap<>();
        private int missing;

        Glyphs(PDType0Font font) {
            this.font = font;
        }

        void write(String line, OutputStream into) throws IOException {
            into.write('(');
            for (int i = 0; i < line.length();) {
                int letter = line.codePointAt(i);
                i += Character.charCount(letter);
                into.write(letter < ASCII ? plain(letter) : others.computeIfAbsent(letter, this::glyph));
            }
            into.write(") Tj T*\n".getBytes(StandardCharsets.US_ASCII));
        }

        private byte[] plain(int letter) {
            if (ascii[letter] == null) {
                ascii[letter] = glyph(letter);
            }
            return ascii[letter];
        }

        private byte[] glyph(int letter) {
            try {
                byte[] code = font.encode(Character.toString(letter));
                font.addToSubset(letter);
                return escaped(code);
            } catch (IOException | IllegalArgumentException e) {
                missing++;
                if (letter == MISSING) {
                    throw new IllegalStateException("the typeface shows nothing for what is missing", e);
                }
                return glyph(MISSING);
            }
        }

        /** As a string in brackets holds them (ISO 32000-1, 7.3.4.2). */
        private static byte[] escaped(byte[] code) {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            for (byte b : code) {
                if (b == '(' || b == ')' || b == '\\' || b == '\r') {
                    out.write('\\');
                }
                out.write(b == '\r' ? 'r' : b);
            }
            return out.toByteArray();
        }
    }
}
