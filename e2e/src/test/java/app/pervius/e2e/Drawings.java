package app.pervius.e2e;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;

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

    static Path file(Path directory, String name, String content) {
        try {
            return Files.writeString(directory.resolve(name), content);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
