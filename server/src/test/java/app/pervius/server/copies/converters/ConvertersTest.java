package app.pervius.server.copies.converters;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.pervius.server.content.TiffPages;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.apache.poi.xwpf.usermodel.XWPFDocument;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.api.io.TempDir;

/** What comes of files of each format; the programs are the real ones. */
@Execution(ExecutionMode.CONCURRENT)
class ConvertersTest {

    private static final Program.Limits LIMITS = Program.Limits.USUAL;

    @TempDir
    Path files;

    private Converter.Job job(String name, byte[] bytes) throws IOException {
        Path source = Files.write(files.resolve(name), bytes);
        return new Converter.Job(source, Converters.ending(name), Files.createTempDirectory(files, "run"));
    }

    private String text(Converter.Converted made) throws IOException {
        try (PDDocument pdf = Loader.loadPDF(made.pdf().toFile())) {
            return new PDFTextStripper().getText(pdf);
        }
    }

    private static byte[] picture(String format, int width, int height) throws IOException {
        BufferedImage picture = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        Graphics2D draw = picture.createGraphics();
        draw.setColor(Color.RED);
        draw.fillRect(0, 0, width / 2, height / 2);
        draw.dispose();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(picture, format, out);
        return out.toByteArray();
    }

    private static byte[] seeThrough() throws IOException {
        BufferedImage picture = new BufferedImage(40, 40, BufferedImage.TYPE_INT_ARGB);
        Graphics2D draw = picture.createGraphics();
        draw.setColor(Color.RED);
        draw.fillRect(0, 0, 20, 20);
        draw.dispose();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(picture, "png", out);
        return out.toByteArray();
    }

    /** The same JPEG saying which way up it is. */
    private static byte[] turned(byte[] jpeg, int orientation) {
        byte[] exif = {(byte) 0xFF, (byte) 0xE1, 0, 34, 'E', 'x', 'i', 'f', 0, 0, 'M', 'M', 0, 42, 0, 0, 0, 8, 0, 1, 1, 18, 0, 3, 0, 0, 0,
                1, 0,
            (byte) orientation, 0, 0, 0, 0, 0, 0};
        byte[] all = new byte[jpeg.length + exif.length];
        System.arraycopy(jpeg, 0, all, 0, 2);
        System.arraycopy(exif, 0, all, 2, exif.length);
        System.arraycopy(jpeg, 2, all, 2 + exif.length, jpeg.length - 2);
        return all;
    }

    private static boolean red(PDDocument pdf, double x, double y) throws IOException {
        BufferedImage page = new PDFRenderer(pdf).renderImage(0);
        Color colour = new Color(page.getRGB((int) (x * page.getWidth()), (int) (y * page.getHeight())));
        return colour.getRed() > 150 && colour.getGreen() < 100;
    }

    @Test
    void aPictureIsAPageOfItsSizeTheWayUpItSays() throws Exception {
        Converter converter = new PictureConverter(new TiffPages(), LIMITS);
        try (PDDocument png = Loader.loadPDF(converter.convert(job("a.png", picture("png", 300, 150))).pdf().toFile())) {
            assertThat(png.getPage(0).getMediaBox().getWidth()).isCloseTo(144, within(0.1f));
            assertThat(png.getPage(0).getMediaBox().getHeight()).isCloseTo(72, within(0.1f));
            assertThat(red(png, 0.25, 0.25)).isTrue();
            assertThat(red(png, 0.75, 0.75)).isFalse();
        }
        try (PDDocument jpeg = Loader.loadPDF(converter.convert(job("a.jpg", turned(picture("jpg", 300, 150), 6))).pdf().toFile())) {
            assertThat(jpeg.getPage(0).getMediaBox().getHeight()).as("turned upright")
                    .isGreaterThan(jpeg.getPage(0).getMediaBox().getWidth());
            assertThat(red(jpeg, 0.75, 0.25)).as("what was at the upper left is at the upper right").isTrue();
            assertThat(red(jpeg, 0.25, 0.25)).isFalse();
        }
        try (PDDocument seeThrough = Loader.loadPDF(converter.convert(job("c.png", seeThrough())).pdf().toFile())) {
            assertThat(red(seeThrough, 0.25, 0.25)).isTrue();
        }
        assertThatThrownBy(() -> converter.convert(job("b.png", "\u0089PNG\r\n\u001a\n".getBytes(StandardCharsets.ISO_8859_1))))
                .isInstanceOf(Converter.CannotConvert.class);
    }

    @Test
    void everyPageOfATiffIsAPage() throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageWriter writer = ImageIO.getImageWritersByFormatName("tiff").next();
        try (ImageOutputStream to = ImageIO.createImageOutputStream(out)) {
            writer.setOutput(to);
            writer.prepareWriteSequence(null);
            for (int page = 1; page <= 3; page++) {
                writer.writeToSequence(new javax.imageio.IIOImage(new BufferedImage(100 * page, 80, BufferedImage.TYPE_BYTE_BINARY), null,
                        null),
                        null);
            }
            writer.endWriteSequence();
        }
        try (PDDocument pdf = Loader.loadPDF(new PictureConverter(new TiffPages(), LIMITS).convert(job("scan.tif", out.toByteArray())).pdf()
                .toFile())) {
            assertThat(pdf.getNumberOfPages()).isEqualTo(3);
            assertThat(pdf.getPage(2).getMediaBox().getWidth()).isGreaterThan(pdf.getPage(0).getMediaBox().getWidth());
        }
    }

    @Test
    void textIsReadAsItWasWrittenWhateverItsEncoding() throws Exception {
        Converter converter = new TextConverter();
        String said = "Łęgowicz öffnet das Wehr\tΩ";
        for (byte[] bytes : List.of(said.getBytes(StandardCharsets.UTF_8), ("\uFEFF" + said).getBytes(StandardCharsets.UTF_16BE))) {
            assertThat(text(converter.convert(job("a.txt", bytes)))).contains("Łęgowicz öffnet das Wehr").contains("Ω");
        }
        assertThat(text(converter.convert(job("a.txt", "öffnet".getBytes(Charset.forName("windows-1252")))))).contains("öffnet");
        Converter.Converted unusual = converter.convert(job("a.txt", "水 level".getBytes(StandardCharsets.UTF_8)));
        assertThat(unusual.said()).isEqualTo("One letter is not in its typeface and shown as □.");
        assertThat(text(unusual)).contains("□ level");
        try (PDDocument pdf = Loader.loadPDF(converter.convert(job("long.log", ("x".repeat(500) + "\n").repeat(100)
                .getBytes(StandardCharsets.UTF_8))).pdf().toFile())) {
            assertThat(new PDFTextStripper().getText(pdf).chars().filter(c -> c == 'x').count()).isEqualTo(50_000);
        }
        assertThatThrownBy(() -> converter.convert(job("a.txt", "\n".repeat(400_000).getBytes(StandardCharsets.UTF_8))))
                .isInstanceOf(Converter.CannotConvert.class).hasMessage("It has more than 5,000 pages.");
    }

    private static byte[] svg(String within) {
        return ("<svg xmlns='http://www.w3.org/2000/svg' xmlns:xlink='http://www.w3.org/1999/xlink' width='200' height='100'>" + within
                + "</svg>").getBytes(StandardCharsets.UTF_8);
    }

    @Test
    void anSvgIsAPageOfItsSizeAndReachesNothingOutsideOfItself() throws Exception {
        Converter converter = new SvgConverter(LIMITS);
        try (PDDocument pdf = Loader.loadPDF(converter.convert(job("a.svg", svg("<rect width='100' height='50' fill='red'/>"))).pdf()
                .toFile())) {
            assertThat(pdf.getPage(0).getMediaBox().getWidth()).isCloseTo(150, within(0.1f));
            assertThat(red(pdf, 0.25, 0.25)).isTrue();
            assertThat(red(pdf, 0.75, 0.75)).isFalse();
        }
        Path secret = Files.write(files.resolve("secret.png"), picture("png", 10, 10));
        for (String reach : List.of("<image xlink:href='" + secret.toUri() + "' width='10' height='10'/>",
                "<image xlink:href='http://127.0.0.1:1/x.png' width='10' height='10'/>", "<use xlink:href='" + secret.toUri() + "#a'/>")) {
            assertThatThrownBy(() -> converter.convert(job("b.svg", svg(reach)))).as(reach).isInstanceOf(Converter.CannotConvert.class);
        }
        assertThatThrownBy(() -> converter.convert(job("c.svg", ("<!DOCTYPE svg [<!ENTITY a SYSTEM 'file:///etc/passwd'>]><svg>&a;</svg>")
                .getBytes(StandardCharsets.UTF_8)))).isInstanceOf(Converter.CannotConvert.class);
        StringBuilder again = new StringBuilder("<defs><g id='a0'><rect width='1' height='1'/></g>");
        for (int i = 1; i <= 12; i++) {
            again.append("<g id='a").append(i).append("'>").append(("<use xlink:href='#a" + (i - 1) + "'/>").repeat(10)).append("</g>");
        }
        SvgConverter hasty = new SvgConverter(LIMITS.within(java.time.Duration.ofSeconds(5)));
        assertThatThrownBy(() -> hasty.convert(job("bomb.svg", svg(again + "</defs><use xlink:href='#a12'/>"))))
                .as("a thousand milliards of squares").isInstanceOfAny(Converter.CannotConvert.class, Program.Overrun.class);
        assertThat(converter.convert(job("d.svg", svg("<script>java.lang.System.exit(1)</script><rect width='9' height='9'/>"))).pdf())
                .exists();
    }

    @Test
    void officeFilesAreReadByLibreOffice() throws Exception {
        Converter converter = new OfficeConverter(LIMITS);
        assertThat(converter.called().orElseThrow()).startsWith("LibreOffice ");
        ByteArrayOutputStream docx = new ByteArrayOutputStream();
        try (XWPFDocument document = new XWPFDocument()) {
            document.createParagraph().createRun().setText("Concrete of the fish pass, exposure class XC4");
            document.write(docx);
        }
        assertThat(text(converter.convert(job("spec.docx", docx.toByteArray())))).contains("exposure class XC4");
        ByteArrayOutputStream xlsx = new ByteArrayOutputStream();
        try (XSSFWorkbook book = new XSSFWorkbook()) {
            book.createSheet("Loads").createRow(0).createCell(0).setCellValue("Uplift 31 kN");
            book.write(xlsx);
        }
        assertThat(text(converter.convert(job("loads.xlsx", xlsx.toByteArray())))).contains("Uplift 31 kN");
        assertThatThrownBy(() -> converter.convert(job("broken.docx", new byte[] {'P', 'K', 3, 4, 9, 9, 9, 9, 9, 9})))
                .isInstanceOf(Converter.CannotConvert.class);
    }

    @Test
    void postScriptIsReadByGhostscriptWhichReadsNoOtherFile() throws Exception {
        Converter converter = new PostScriptConverter(LIMITS);
        String head = "%!PS-Adobe-3.0\n";
        assertThat(text(converter.convert(job("a.ps", (head + "/Helvetica findfont 20 scalefont setfont 72 700 moveto (Sluice gate) show "
                + "showpage\n").getBytes(StandardCharsets.UTF_8))))).contains("Sluice gate");
        assertThatThrownBy(() -> converter.convert(job("b.ps", (head + "(/etc/passwd) (r) file pop showpage\n").getBytes(
                StandardCharsets.UTF_8)))).isInstanceOf(Converter.CannotConvert.class).hasMessageContaining("invalidfileaccess");
    }
}
