package app.pervius.server.comments;

import app.pervius.core.comment.Place;
import app.pervius.core.comment.Point;
import app.pervius.server.comments.CommentViews.CommentView;
import app.pervius.server.refused.Refused;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.Calendar;
import java.util.List;
import java.util.Locale;
import java.util.TimeZone;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.io.MemoryUsageSetting;
import org.apache.pdfbox.io.RandomAccessReadBufferedFile;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.encryption.InvalidPasswordException;
import org.apache.pdfbox.pdmodel.graphics.color.PDColor;
import org.apache.pdfbox.pdmodel.graphics.color.PDDeviceRGB;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationFreeText;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationInk;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationLine;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationMarkup;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationSquare;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationText;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDBorderEffectDictionary;

/** A PDF with the marks on it as annotations (ISO 32000-1, 12.5), which any PDF program shows, moves and answers. */
final class MarkedPdf {

    private static final PDColor COLOUR = new PDColor(new float[] {0.043f, 0.455f, 0.502f}, PDDeviceRGB.INSTANCE);
    /** What is unpacked while it is written is kept in a file of at most so many bytes. */
    private static final long MOST_TEMPORARY = 2L * 1024 * 1024 * 1024;

    private static final String AS_XFDF = "its marks can be had as XFDF instead.";

    private MarkedPdf() {
    }

    /** One that cannot be opened is refused, with the reason and what to do instead. */
    static PDDocument open(Path file, String instead) {
        try {
            return Loader.loadPDF(new RandomAccessReadBufferedFile(file), "", null, null,
                    MemoryUsageSetting.setupTempFileOnly(MOST_TEMPORARY).streamCache);
        } catch (InvalidPasswordException e) {
            throw Refused.conflict("locked-file", "This file is locked with a password; " + instead);
        } catch (IOException e) {
            throw Refused.conflict("damaged-file", "This file is damaged; " + instead);
        }
    }

    /** How many pages it has; refused with the reason where it cannot be opened. */
    static int pages(Path file) {
        try (PDDocument document = open(file, AS_XFDF)) {
            return document.getNumberOfPages();
        } catch (IOException e) {
            throw new UncheckedIOException("could not be closed: " + file.getFileName(), e);
        }
    }

    static void write(Path file, List<CommentView> comments, OutputStream out) throws IOException {
        try (PDDocument document = open(file, AS_XFDF)) {
            for (CommentView comment : comments) {
                CommentPlace place = comment.on().place();
                if (place != null && place.page() <= document.getNumberOfPages()) {
                    PDPage page = document.getPage(place.page() - 1);
                    page.getAnnotations().add(annotation(comment, place.place(), document, page));
                }
            }
            document.save(out);
        }
    }

    private static PDAnnotationMarkup annotation(CommentView comment, Place place, PDDocument document, PDPage page) {
        PDAnnotationMarkup mark = switch (place.shape()) {
            case POINT -> new PDAnnotationText();
            case BOX -> new PDAnnotationSquare();
            case CLOUD -> cloud();
            case ARROW, LENGTH -> line(place);
            case FREEHAND -> ink(place);
            case TEXT -> freeText();
        };
        double[] box = Xfdf.around(place);
        mark.setRectangle(new PDRectangle((float) box[0], (float) box[1], (float) (box[2] - box[0]), (float) (box[3] - box[1])));
        mark.setContents(Xfdf.words(comment, place));
        mark.setTitlePopup(comment.by().name());
        mark.setAnnotationName("comment-" + comment.id());
        mark.setColor(COLOUR);
        mark.setPrinted(true);
        Calendar at = Calendar.getInstance(TimeZone.getTimeZone("UTC"), Locale.ROOT);
        at.setTimeInMillis(comment.by().at().toEpochMilli());
        mark.setCreationDate(at);
        mark.setPage(page);
        mark.constructAppearances(document);
        return mark;
    }

    private static PDAnnotationMarkup cloud() {
        PDAnnotationSquare square = new PDAnnotationSquare();
        PDBorderEffectDictionary effect = new PDBorderEffectDictionary();
        effect.setStyle(PDBorderEffectDictionary.STYLE_CLOUDY);
        effect.setIntensity(1);
        square.setBorderEffect(effect);
        return square;
    }

    private static PDAnnotationMarkup line(Place place) {
        PDAnnotationLine line = new PDAnnotationLine();
        Point from = place.points().getFirst();
        Point to = place.points().getLast();
        line.setLine(new float[] {(float) from.x(), (float) from.y(), (float) to.x(), (float) to.y()});
        boolean length = place.shape() == app.pervius.core.comment.Shape.LENGTH;
        line.setStartPointEndingStyle(length ? PDAnnotationLine.LE_BUTT : PDAnnotationLine.LE_NONE);
        line.setEndPointEndingStyle(length ? PDAnnotationLine.LE_BUTT : PDAnnotationLine.LE_OPEN_ARROW);
        return line;
    }

    private static PDAnnotationMarkup ink(Place place) {
        PDAnnotationInk ink = new PDAnnotationInk();
        float[] path = new float[2 * place.points().size()];
        for (int i = 0; i < place.points().size(); i++) {
            path[2 * i] = (float) place.points().get(i).x();
            path[2 * i + 1] = (float) place.points().get(i).y();
        }
        ink.setInkList(new float[][] {path});
        return ink;
    }

    private static PDAnnotationMarkup freeText() {
        PDAnnotationFreeText text = new PDAnnotationFreeText();
        text.getCOSObject().setString(COSName.DA, "/Helv 12 Tf 0.043 0.455 0.502 rg");
        return text;
    }
}
