package app.pervius.server.comments;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.comment.Place;
import app.pervius.core.comment.Point;
import app.pervius.core.comment.Shape;
import app.pervius.server.content.TiffPages;
import app.pervius.server.passages.PassageFacts;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.stream.StreamSupport;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotation;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationHighlight;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationLink;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationMarkup;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationText;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Marks in PDFs: those that came in one, those that go out in one, and the summary with pictures of their places. */
class PdfMarksTest {

    @TempDir
    Path files;

    private static <T extends PDAnnotation> T at(T annotation, String text) {
        annotation.setRectangle(new PDRectangle(100, 200, 50, 20));
        annotation.setContents(text);
        return annotation;
    }

    private Path pdf(int turned, PDAnnotation... annotations) throws IOException {
        Path file = files.resolve("plan" + turned + ".pdf");
        try (PDDocument document = new PDDocument()) {
            document.addPage(new PDPage());
            PDPage page = new PDPage();
            page.setRotation(turned);
            page.setAnnotations(List.of(annotations));
            document.addPage(page);
            document.save(file.toFile());
        }
        return file;
    }

    /** What a program that nobody here wrote says of a PDF. */
    private void sound(byte[] pdf) throws Exception {
        Path file = Files.write(files.resolve("checked.pdf"), pdf);
        Process qpdf = new ProcessBuilder("qpdf", "--check", file.toString()).redirectErrorStream(true).start();
        String said = new String(qpdf.getInputStream().readAllBytes(), java.nio.charset.StandardCharsets.UTF_8);
        assertThat(qpdf.waitFor(60, TimeUnit.SECONDS)).isTrue();
        assertThat(qpdf.exitValue()).as(said).isZero();
    }

    @Test
    void whatIsMarkedInAFileThatArrivesIsReadWithWhoSaidItAndWhatWasReplied() throws Exception {
        PDAnnotationHighlight highlight = at(new PDAnnotationHighlight(), "Too short");
        highlight.setTitlePopup("Ola Ferreira");
        PDAnnotationText again = at(new PDAnnotationText(), "Agreed");
        PDAnnotationText reply = at(new PDAnnotationText(), "By 12 mm");
        reply.setTitlePopup("Ivo Hartmann");
        reply.setInReplyTo(highlight);
        again.setInReplyTo(reply);
        PDAnnotationText far = at(new PDAnnotationText(), "Nowhere");
        far.getCOSObject().setItem(COSName.RECT, new PDRectangle(9_000_000, 0, 10, 10));
        PDAnnotationMarkup silent = at(new PDAnnotationText(), " ");
        Xfdf.Read read = PdfMarks.read(pdf(0, highlight, reply, again, far, silent, at(new PDAnnotationLink(), "a link")));
        assertThat(read.marks()).containsExactly(new Xfdf.Mark(1, "", new Place(2, Shape.BOX, List.of(new Point(100, 200),
                new Point(150, 220)), Optional.empty()), "Ola Ferreira: Too short\nIvo Hartmann: By 12 mm\nAgreed"));
        assertThat(read.faults()).extracting("row", "sentence").containsExactly(org.assertj.core.groups.Tuple.tuple(2,
                "The place is on no page."));
    }

    @Test
    void whatWentOutInAPdfIsKnownAgainAndSoundToAnotherProgram() throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        MarkedPdf.write(pdf(0), XfdfTest.all(), out);
        sound(out.toByteArray());
        Path file = Files.write(files.resolve("marked.pdf"), out.toByteArray());
        assertThat(PdfMarks.read(file).marks()).extracting(Xfdf.Mark::name)
                .containsExactly("comment-1", "comment-2", "comment-3", "comment-4", "comment-5", "comment-6", "comment-7");
        assertThat(PdfMarks.read(file).marks().get(3).place().points()).containsExactly(new Point(300, 300), new Point(20, 40));
    }

    private static PassageFacts.File file(String type) {
        return new PassageFacts.File(1, "plan", "0".repeat(64), 100, type);
    }

    private static byte[] summary(Path at, String type) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        CommentSummary.write(XfdfTest.all().stream().map(c -> new CommentLines.CommentLine("KW-001", "Weir Łeba ☃", c)).toList(),
                Map.of(1L, new CommentSummary.Sheet(file(type), at)), new CommentSummary.Head("Kestrel Weir", Instant.EPOCH,
                ZoneId.of("Europe/Berlin")), new TiffPages(), out);
        return out.toByteArray();
    }

    private static long forms(PDDocument document) {
        return StreamSupport.stream(document.getPages().spliterator(), false).flatMap(page -> StreamSupport.stream(page.getResources()
                .getXObjectNames().spliterator(), false)).count();
    }

    @Test
    void theSummaryShowsEveryCommentWithAPictureOfItsPlace() throws Exception {
        for (int turned : new int[] {0, 90}) {
            byte[] pdf = summary(pdf(turned), "application/pdf");
            sound(pdf);
            try (PDDocument document = Loader.loadPDF(pdf)) {
                assertThat(new PDFTextStripper().getText(document)).contains("Kestrel Weir, 1 Jan 1970, 01:00, 7 comments", "KW-001",
                        "Weir Łeba ?", "A <point>", "Arrow", "Words on the sheet", "Henrike Solvangen", "page 2");
                assertThat(forms(document)).as("the page is there once on each sheet").isEqualTo(document.getNumberOfPages());
            }
        }
    }

    @Test
    void theSummaryOfABrokenFileHasItsWords() throws Exception {
        Path broken = Files.writeString(files.resolve("broken"), "%PDF-1.7 and nothing more");
        for (String type : List.of("application/pdf", "image/png", "image/tiff", "application/zip")) {
            try (PDDocument document = Loader.loadPDF(summary(broken, type))) {
                assertThat(new PDFTextStripper().getText(document)).contains("Words on the sheet");
                assertThat(forms(document)).isZero();
            }
        }
    }
}
