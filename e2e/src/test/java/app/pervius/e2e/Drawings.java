package app.pervius.e2e;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;

/** Real files to drop. */
final class Drawings {

    private Drawings() {
    }

    /** A one-page PDF of this name, with a line across it. */
    static Path pdf(Path directory, String name) {
        Path file = directory.resolve(name);
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage();
            document.addPage(page);
            document.getDocumentInformation().setTitle(name);
            try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                content.moveTo(50, 50 + Math.floorMod(name.hashCode(), 500));
                content.lineTo(500, 700);
                content.stroke();
            }
            document.save(file.toFile());
            return file;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** A one-page PDF with this text where its title block is. */
    static Path titled(Path directory, String name, String block) {
        Path file = directory.resolve(name);
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage();
            document.addPage(page);
            try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                content.beginText();
                content.setFont(new PDType1Font(Standard14Fonts.FontName.HELVETICA), 9);
                content.newLineAtOffset(400, 40);
                content.showText(block);
                content.endText();
            }
            document.save(file.toFile());
            return file;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** A file of this name and content; one that is called a PDF begins like one, since formats are told by content. */
    static Path file(Path directory, String name, String content) {
        try {
            return Files.writeString(directory.resolve(name), (name.endsWith(".pdf") ? "%PDF-1.4 " : "") + content);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
