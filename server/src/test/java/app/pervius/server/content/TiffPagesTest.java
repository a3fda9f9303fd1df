package app.pervius.server.content;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** TIFFs as scanners write them, and as somebody writes them who means harm. */
class TiffPagesTest {

    private final TiffPages tiff = new TiffPages();
    @TempDir
    Path files;

    @ParameterizedTest
    @ValueSource(strings = {"CCITT T.6", "LZW", "Deflate", "PackBits", "JPEG"})
    void everyPageIsAPicture(String packed) throws Exception {
        boolean bilevel = packed.startsWith("CCITT");
        Path file = scan(packed, bilevel ? BufferedImage.TYPE_BYTE_BINARY : BufferedImage.TYPE_INT_RGB, 300, 200, 3);
        assertThat(tiff.count(file)).isEqualTo(3);
        BufferedImage second = ImageIO.read(new ByteArrayInputStream(tiff.png(file, 2)));
        assertThat(second.getWidth()).isEqualTo(300);
        assertThat(second.getHeight()).isEqualTo(200);
        assertThat(second.getRGB(150, 100) & 0xff).as("inside what page 2 has drawn").isLessThan(40);
        assertThat(second.getRGB(250, 20) & 0xff).as("beside it").isGreaterThan(215);
    }

    @Test
    void aSheetOfALargeScannerIsShownSmaller() throws Exception {
        Path file = scan("CCITT T.6", BufferedImage.TYPE_BYTE_BINARY, 13_244, 18_724, 1);
        BufferedImage shown = ImageIO.read(new ByteArrayInputStream(tiff.png(file, 1)));
        assertThat(shown.getWidth()).isEqualTo(3311);
        assertThat(shown.getHeight()).isEqualTo(4681);
    }

    @Test
    void inksOfAPressAndNumbersThatMeasureAreShownAsColours() throws Exception {
        ByteBuffer inks = made(new int[][] {{256, 2}, {257, 2}, {258, 200}, {259, 1}, {262, 5}, {273, 1000},
            {277, 4}, {278, 2}, {279, 16}}, 4);
        inks.putShort(200, (short) 8).putShort(202, (short) 8).putShort(204, (short) 8).putShort(206, (short) 8).put(1000, (byte) 255);
        ByteBuffer measured = made(new int[][] {{256, 2}, {257, 2}, {258, 32}, {259, 1}, {262, 1}, {273, 1000},
            {277, 1}, {278, 2}, {279, 16}, {339, 3}}, 1).putFloat(1000, 0.9f);
        assertThat(firstPixel(inks)).as("cyan alone").isEqualTo(0xff00ffff);
        assertThat(firstPixel(measured)).as("a light gray").isBetween(0xffe0e0e0, 0xfffefefe);
    }

    @Test
    void pagesThatAreNotThereAreRefused() throws Exception {
        Path file = scan("LZW", BufferedImage.TYPE_BYTE_GRAY, 10, 10, 1);
        assertThatThrownBy(() -> tiff.png(file, 2)).isInstanceOf(TiffPages.Unreadable.class).hasMessage("There is no page 2.");
        assertThatThrownBy(() -> tiff.png(file, 0)).isInstanceOf(TiffPages.Unreadable.class);
    }

    @Test
    void pagesThatLeadBackToOneAnotherAndTooManyAreRefused() throws Exception {
        ByteBuffer ring = head().putShort((short) 0).putInt(14).putShort((short) 0).putInt(8);
        refused(ring, "lead back");
        ByteBuffer many = head();
        for (int page = 1; page <= 5_001; page++) {
            many.putShort((short) 0).putInt(page == 5_001 ? 0 : 8 + 6 * page);
        }
        refused(many, "more than 5,000 pages");
        refused(head().putInt(4, 0), "no page");
        refused(head().putInt(4, 4_000_000), "too early");
        refused(ByteBuffer.allocate(64).putInt(7), "not a TIFF");
    }

    @Test
    void aPageThatUnpacksToGigabytesIsRefusedBeforeItIsUnpacked() throws Exception {
        Path file = written(page(200_000, 200_000, 10));
        assertThatThrownBy(() -> tiff.png(file, 1)).isInstanceOf(TiffPages.Unreadable.class).hasMessageContaining("200000 × 200000 pixels");
    }

    @Test
    void stripsThatClaimToBeLargerThanTheFileAreRefused() throws Exception {
        Path file = written(page(100, 100, Integer.MAX_VALUE - 8));
        assertThatThrownBy(() -> tiff.png(file, 1)).isInstanceOf(TiffPages.Unreadable.class).hasMessageContaining("is broken");
    }

    @Test
    void aFileThatEndsInTheMiddleOfAPageIsRefused() throws Exception {
        byte[] whole = Files.readAllBytes(scan("LZW", BufferedImage.TYPE_INT_RGB, 300, 200, 1));
        for (int length : new int[] {1, 7, 20, whole.length / 2, whole.length - 20}) {
            Path file = Files.write(files.resolve("cut.tif"), java.util.Arrays.copyOf(whole, length));
            assertThatThrownBy(() -> tiff.png(file, 1)).as("%s bytes", length).isInstanceOf(TiffPages.Unreadable.class);
        }
    }

    private int firstPixel(ByteBuffer page) throws Exception {
        return ImageIO.read(new ByteArrayInputStream(tiff.png(written(page), 1))).getRGB(0, 0);
    }

    private void refused(ByteBuffer bytes, String sentence) throws IOException {
        Path file = written(bytes);
        assertThatThrownBy(() -> tiff.count(file)).isInstanceOf(TiffPages.Unreadable.class).hasMessageContaining(sentence);
    }

    private Path written(ByteBuffer bytes) throws IOException {
        return Files.write(files.resolve("made.tif"), bytes.array());
    }

    private static ByteBuffer head() {
        return ByteBuffer.allocate(64 * 1024).order(ByteOrder.LITTLE_ENDIAN).put((byte) 'I').put((byte) 'I').putShort((short) 42).putInt(8);
    }

    /** One gray page of one strip that says to be so large. */
    private static ByteBuffer page(int width, int height, int stripBytes) {
        return made(new int[][] {{256, width}, {257, height}, {258, 8}, {259, 1}, {262, 1}, {273, 1000}, {277, 1}, {278, height},
            {279, stripBytes}}, 1);
    }

    /** A page of these entries; of its bits a sample (258) there are as many as samples, and where there are several they stand there. */
    private static ByteBuffer made(int[][] entries, int samples) {
        ByteBuffer bytes = head().putShort((short) entries.length);
        for (int[] entry : entries) {
            boolean large = Set.of(256, 257, 273, 278, 279).contains(entry[0]);
            bytes.putShort((short) entry[0]).putShort((short) (large ? 4 : 3)).putInt(entry[0] == 258 ? samples : 1).putInt(entry[1]);
        }
        return bytes.putInt(0);
    }

    /** Pages with a black box that grows from page to page. */
    private Path scan(String packed, int type, int width, int height, int pages) throws IOException {
        Path file = files.resolve("scan.tif");
        ImageWriter writer = ImageIO.getImageWritersByFormatName("tiff").next();
        try (ImageOutputStream out = ImageIO.createImageOutputStream(file.toFile())) {
            writer.setOutput(out);
            ImageWriteParam how = writer.getDefaultWriteParam();
            how.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
            how.setCompressionType(packed);
            writer.prepareWriteSequence(null);
            for (int page = 1; page <= pages; page++) {
                BufferedImage picture = new BufferedImage(width, height, type);
                Graphics2D draw = picture.createGraphics();
                draw.setColor(Color.WHITE);
                draw.fillRect(0, 0, width, height);
                draw.setColor(Color.BLACK);
                draw.fillRect(width / 2 - 20 * page, height / 2 - 20 * page, 40 * page, 40 * page);
                draw.dispose();
                writer.writeToSequence(new IIOImage(picture, null, null), how);
            }
            writer.endWriteSequence();
        } finally {
            writer.dispose();
        }
        return file;
    }
}
