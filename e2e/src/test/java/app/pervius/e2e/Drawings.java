package app.pervius.e2e;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.encryption.AccessPermission;
import org.apache.pdfbox.pdmodel.encryption.StandardProtectionPolicy;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.apache.pdfbox.pdmodel.interactive.action.PDActionURI;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationLink;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationSquare;
import org.apache.pdfbox.pdmodel.interactive.documentnavigation.outline.PDDocumentOutline;
import org.apache.pdfbox.pdmodel.interactive.documentnavigation.outline.PDOutlineItem;

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

    /** The same with a mark that another program has made in it. */
    static Path marked(Path directory, String name, String who, String words) throws IOException {
        Path file = pdf(directory, name);
        try (PDDocument document = Loader.loadPDF(Files.readAllBytes(file))) {
            PDAnnotationSquare mark = new PDAnnotationSquare();
            mark.setRectangle(new PDRectangle(100, 300, 150, 60));
            mark.setContents(words);
            mark.setTitlePopup(who);
            mark.constructAppearances(document);
            document.getPage(0).setAnnotations(List.of(mark));
            document.save(file.toFile());
        }
        return file;
    }

    /** A scan of so many pages, each with another line across it. */
    static Path scan(Path directory, String name, int pages) throws IOException {
        Path file = directory.resolve(name);
        ImageWriter writer = ImageIO.getImageWritersByFormatName("tiff").next();
        try (ImageOutputStream out = ImageIO.createImageOutputStream(file.toFile())) {
            writer.setOutput(out);
            writer.prepareWriteSequence(null);
            for (int page = 1; page <= pages; page++) {
                BufferedImage picture = new BufferedImage(600, 400, BufferedImage.TYPE_BYTE_GRAY);
                Graphics2D draw = picture.createGraphics();
                draw.setBackground(Color.WHITE);
                draw.clearRect(0, 0, 600, 400);
                draw.setColor(Color.BLACK);
                draw.drawLine(20, 90 * page, 580, 60 * page);
                draw.dispose();
                writer.writeToSequence(new IIOImage(picture, null, null), null);
            }
            writer.endWriteSequence();
        } finally {
            writer.dispose();
        }
        return file;
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

    /**
     * A PDF of many pages, each with its number as text, with a heading to its last page and a link that leads outside on its first.
     *
     * @param password asked for before it opens; empty for none
     */
    static Path pages(Path directory, String name, int pages, String password) {
        Path file = directory.resolve(name);
        try (PDDocument document = new PDDocument()) {
            for (int i = 1; i <= pages; i++) {
                PDPage page = new PDPage();
                document.addPage(page);
                try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                    content.beginText();
                    content.setFont(new PDType1Font(Standard14Fonts.FontName.HELVETICA), 14);
                    content.newLineAtOffset(60, 700);
                    content.showText("Sheet " + i + " of the gate schedule");
                    content.endText();
                }
            }
            PDAnnotationLink outside = new PDAnnotationLink();
            PDActionURI elsewhere = new PDActionURI();
            elsewhere.setURI("https://elsewhere.example/");
            outside.setAction(elsewhere);
            outside.setRectangle(new PDRectangle(60, 600, 200, 40));
            document.getPage(0).getAnnotations().add(outside);
            PDDocumentOutline outline = new PDDocumentOutline();
            PDOutlineItem last = new PDOutlineItem();
            last.setTitle("The last sheet");
            last.setDestination(document.getPage(pages - 1));
            outline.addLast(last);
            document.getDocumentCatalog().setDocumentOutline(outline);
            if (!password.isEmpty()) {
                document.protect(new StandardProtectionPolicy(password, password, new AccessPermission()));
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
