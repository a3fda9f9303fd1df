package app.pervius.server.devices;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.pervius.core.issue.Stamp;
import com.google.zxing.BinaryBitmap;
import com.google.zxing.DecodeHintType;
import com.google.zxing.RGBLuminanceSource;
import com.google.zxing.common.HybridBinarizer;
import com.google.zxing.qrcode.QRCodeReader;
import java.awt.Rectangle;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.encryption.AccessPermission;
import org.apache.pdfbox.pdmodel.encryption.StandardProtectionPolicy;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Stamps are looked at as a reader sees them: on the rendered page, by their code and by where there is ink. */
class StampingTest {

    private static final String LINK = "https://weir.example/documents/KWR/KWR-ALD-C-DR-0003/P02";
    private static final Stamp STAMP = new Stamp("KWR-ALD-C-DR-0003  P02", List.of("S3, for review",
            "Accepted by Aoife Ní Raghnaill, Tomasz Łęgowicz, 14 Nov 2026",
            "Current in Shared when released, 29 Nov 2026, 18:40 (UTC+01:00)"),
            Optional.of(LINK));
    private static final float DOTS_OF_A_POINT = 4;
    private static final double DOTS_OF_A_MM = DOTS_OF_A_POINT * 72 / 25.4;

    @TempDir
    Path directory;

    private Path pdf(PDPage... pages) throws IOException {
        Path pdf = directory.resolve("plain.pdf");
        try (PDDocument document = new PDDocument()) {
            for (PDPage page : pages) {
                document.addPage(page);
            }
            document.save(pdf.toFile());
        }
        return pdf;
    }

    private PDDocument stamped(Path pdf, Stamp stamp, Stamp.Place place) throws IOException, Pages.Misfit {
        Path to = Files.createTempDirectory(directory, "stamped").resolve("stamped.pdf");
        Stamping.stamp(pdf, to, stamp, place);
        return Loader.loadPDF(to.toFile());
    }

    /** Where a page is not white, in whole millimetres from its upper left corner as it is read. */
    private static Rectangle ink(BufferedImage page) {
        Rectangle ink = new Rectangle(-1, -1);
        for (int y = 0; y < page.getHeight(); y++) {
            for (int x = 0; x < page.getWidth(); x++) {
                if ((page.getRGB(x, y) & 0xff) < 128) {
                    ink.add(new Rectangle(x, y, 1, 1));
                }
            }
        }
        return new Rectangle((int) Math.round(ink.x / DOTS_OF_A_MM), (int) Math.round(ink.y / DOTS_OF_A_MM),
                (int) Math.round(ink.width / DOTS_OF_A_MM), (int) Math.round(ink.height / DOTS_OF_A_MM));
    }

    /** What a telephone that is held over the stamp reads. */
    private static String code(PDDocument document) throws Exception {
        BufferedImage page = seen(document);
        Rectangle ink = ink(page);
        BufferedImage near = page.getSubimage((int) ((ink.x - 1) * DOTS_OF_A_MM), (int) ((ink.y - 1) * DOTS_OF_A_MM),
                (int) ((ink.width + 2) * DOTS_OF_A_MM), (int) ((ink.height + 2) * DOTS_OF_A_MM));
        int[] dots = near.getRGB(0, 0, near.getWidth(), near.getHeight(), null, 0, near.getWidth());
        return new QRCodeReader().decode(new BinaryBitmap(new HybridBinarizer(new RGBLuminanceSource(near.getWidth(), near.getHeight(),
                dots))), Map.of(DecodeHintType.TRY_HARDER, true)).getText();
    }

    private static BufferedImage seen(PDDocument document) throws IOException {
        return new PDFRenderer(document).renderImage(0, DOTS_OF_A_POINT);
    }

    @ParameterizedTest
    @CsvSource({"0", "90", "180", "270"})
    void aTurnedPageIsStampedAsItIsReadAndItsCodeLeadsToTheRevision(int turned) throws Exception {
        PDPage page = new PDPage(PDRectangle.A4);
        page.setRotation(turned);
        Path pdf = pdf(page);
        int across = turned % 180 == 0 ? 210 : 297;
        int up = turned % 180 == 0 ? 297 : 210;
        for (Stamp.Place place : List.of(Stamp.Place.TOP_LEFT, Stamp.Place.TOP_RIGHT, Stamp.Place.BOTTOM_LEFT, Stamp.Place.BOTTOM_RIGHT)) {
            try (PDDocument document = stamped(pdf, STAMP, place)) {
                Rectangle ink = ink(seen(document));
                assertThat(ink.height).as("true size at %s", place).isEqualTo(14);
                assertThat(ink.width).isBetween(80, 120);
                boolean left = place == Stamp.Place.TOP_LEFT || place == Stamp.Place.BOTTOM_LEFT;
                boolean top = place == Stamp.Place.TOP_LEFT || place == Stamp.Place.TOP_RIGHT;
                assertThat(left ? ink.x : across - ink.x - ink.width).as("from the side at %s", place).isEqualTo(5);
                assertThat(top ? ink.y : up - ink.y - ink.height).as("from above or below at %s", place).isEqualTo(5);
                assertThat(code(document)).isEqualTo(LINK);
            }
        }
        try (PDDocument document = stamped(pdf, STAMP, Stamp.Place.LEFT_MARGIN)) {
            Rectangle ink = ink(seen(document));
            assertThat(List.of(ink.x, ink.width, up - ink.y - ink.height)).as("within the filing margin, from below").containsExactly(5, 14,
                    5);
            assertThat(code(document)).isEqualTo(LINK);
        }
    }

    @Test
    void everyPageSaysAllOfItAndWhatWasThereStays() throws Exception {
        PDPage first = new PDPage(PDRectangle.A4);
        PDPage small = new PDPage(new PDRectangle(30, 40, 150, 110));
        PDPage large = new PDPage(new PDRectangle(0, 0, 842, 595));
        large.setUserUnit(2);
        large.setCropBox(new PDRectangle(100, 100, 700, 450));
        Path pdf = directory.resolve("plain.pdf");
        try (PDDocument document = new PDDocument()) {
            document.addPage(first);
            document.addPage(small);
            document.addPage(large);
            // What draws it leaves the page turned upside down: the stamp is not.
            try (PDPageContentStream content = new PDPageContentStream(document, first)) {
                content.transform(new org.apache.pdfbox.util.Matrix(1, 0, 0, -1, 0, 842));
            }
            document.save(pdf.toFile());
        }
        byte[] before = Files.readAllBytes(pdf);
        try (PDDocument document = stamped(pdf, STAMP, Stamp.Place.BOTTOM_LEFT)) {
            for (int page = 1; page <= 3; page++) {
                PDFTextStripper text = new PDFTextStripper();
                text.setStartPage(page);
                text.setEndPage(page);
                assertThat(text.getText(document).lines().map(line -> line.replaceAll(" +", " "))).as("page %s", page).containsExactly(
                        "KWR-ALD-C-DR-0003 P02", "S3, for review", "Accepted by Aoife Ní Raghnaill, Tomasz Łęgowicz, 14 Nov 2026",
                        "Current in Shared when released, 29 Nov 2026, 18:40 (UTC+01:00)");
            }
            Rectangle ink = ink(seen(document));
            assertThat(ink.y + ink.height).isEqualTo(292);
            Rectangle onSmall = ink(new PDFRenderer(document).renderImage(1, DOTS_OF_A_POINT));
            assertThat(onSmall.x + onSmall.width).as("made smaller where the page is").isLessThan(53);
            Rectangle onLarge = ink(new PDFRenderer(document).renderImage(2, DOTS_OF_A_POINT));
            assertThat(onLarge.height).as("half as high in units twice as large").isEqualTo(7);
        }
        assertThat(Files.readAllBytes(pdf)).isEqualTo(before);
    }

    @Test
    void lettersThatCannotBeShownAndEndlessNamesAreSeenTo() throws Exception {
        Stamp stamp = new Stamp("Without a controlled number", List.of("გეგმა " + "long ".repeat(80)), Optional.empty());
        try (PDDocument document = stamped(pdf(new PDPage(PDRectangle.A4)), stamp, Stamp.Place.TOP_LEFT)) {
            assertThat(new PDFTextStripper().getText(document)).contains("????? long").contains("…");
            Rectangle ink = ink(seen(document));
            assertThat(ink.x + ink.width).isLessThanOrEqualTo(205);
        }
    }

    @Test
    void whatIsLockedAgainstChangesOrBrokenIsSaid() throws IOException {
        Path locked = directory.resolve("locked.pdf");
        try (PDDocument document = new PDDocument()) {
            document.addPage(new PDPage());
            AccessPermission may = new AccessPermission();
            may.setCanModify(false);
            StandardProtectionPolicy policy = new StandardProtectionPolicy("owner of it", "", may);
            policy.setEncryptionKeyLength(128);
            document.protect(policy);
            document.save(locked.toFile());
        }
        assertThatThrownBy(() -> stamped(locked, STAMP, Stamp.Place.TOP_LEFT)).isInstanceOf(Pages.Misfit.class)
                .hasMessageContaining("Release it without a stamp.");
        Path broken = Files.writeString(directory.resolve("broken.pdf"), "%PDF-1.7\nnothing behind it");
        assertThatThrownBy(() -> stamped(broken, STAMP, Stamp.Place.TOP_LEFT)).isInstanceOf(IOException.class);
    }
}
