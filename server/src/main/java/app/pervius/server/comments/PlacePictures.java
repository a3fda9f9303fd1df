package app.pervius.server.comments;

import app.pervius.core.comment.Place;
import app.pervius.core.comment.Point;
import app.pervius.server.content.TiffPages;
import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Semaphore;
import org.apache.pdfbox.multipdf.LayerUtility;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.apache.pdfbox.util.Matrix;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Small pictures of places: a page of the file itself, cut around the mark. Each page is put into the document once however many places of
 * it are shown, and is not drawn here: whoever reads the document draws what is seen of it.
 */
final class PlacePictures implements Closeable {

    private static final Logger LOG = LoggerFactory.getLogger(PlacePictures.class);
    /** Of more pages than this, and of larger files, no picture is shown. */
    private static final int MOST_PAGES = 200;
    private static final long LARGEST = 50L << 20;
    /** One picture is unpacked at a time, whoever asks. */
    private static final Semaphore ONE = new Semaphore(1);
    /** How much around a mark is shown at least, in points of the page. */
    private static final double AROUND = 40;

    /** A page, with how it lies: what it is turned by clockwise, in degrees. */
    private record Page(Optional<PDFormXObject> form, Optional<PDImageXObject> image, int turned) {
    }

    private static final Page NONE = new Page(Optional.empty(), Optional.empty(), 0);

    private final PDDocument into;
    private final LayerUtility layers;
    private final TiffPages tiff;
    private final Map<Path, PDDocument> open = new HashMap<>();
    private final Map<String, Page> pages = new HashMap<>();

    PlacePictures(PDDocument into, TiffPages tiff) {
        this.into = into;
        this.layers = new LayerUtility(into);
        this.tiff = tiff;
    }

    /** A picture that is ready to be drawn into a box; left and bottom of the box in points of the sheet. */
    interface Picture {
        void draw(PDPageContentStream to, float left, float bottom, float width, float height) throws IOException;
    }

    /** The picture of a place, with its mark; empty where there is none. */
    Optional<Picture> of(CommentSummary.Sheet sheet, Place place) {
        Page page = page(sheet, place.page());
        return page.form().isEmpty() && page.image().isEmpty() ? Optional.empty()
                : Optional.of((to, left, bottom, width, height) -> draw(to, page, place, left, bottom, width, height));
    }

    private Page page(CommentSummary.Sheet sheet, int number) {
        String key = sheet.at() + " " + number;
        Page known = pages.get(key);
        if (known == null) {
            known = pages.size() >= MOST_PAGES ? NONE : made(sheet, number);
            pages.put(key, known);
        }
        return known;
    }

    private Page made(CommentSummary.Sheet sheet, int number) {
        try {
            String type = sheet.file().mediaType();
            if (Files.size(sheet.at()) > LARGEST) {
                return NONE;
            }
            return switch (type) {
                case "application/pdf" -> ofPdf(sheet.at(), number);
                case "image/png", "image/jpeg" -> ofPicture(sheet, type);
                case "image/tiff" -> image(tiff.png(sheet.at(), number));
                default -> NONE;
            };
        } catch (IOException | TiffPages.Unreadable | RuntimeException | StackOverflowError e) {
            // What is broken in a file of somebody's shows there; the words of the comment are what counts here.
            LOG.info("no picture of {}, page {}: {}", sheet.at().getFileName(), number, e.toString());
            return NONE;
        }
    }

    private Page ofPdf(Path file, int number) throws IOException {
        PDDocument source = open.get(file);
        if (source == null) {
            source = MarkedPdf.open(file, "no picture of it is shown.");
            open.put(file, source);
        }
        if (number > source.getNumberOfPages()) {
            return NONE;
        }
        PDFormXObject form = layers.importPageAsForm(source, number - 1);
        // Places are said in the page's own points, however it is turned.
        form.setMatrix(new java.awt.geom.AffineTransform());
        return new Page(Optional.of(form), Optional.empty(), source.getPage(number - 1).getRotation());
    }

    private Page ofPicture(CommentSummary.Sheet sheet, String type) throws IOException {
        try (InputStream picture = Files.newInputStream(sheet.at())) {
            Pictures.size(picture, type);
        }
        return image(Files.readAllBytes(sheet.at()));
    }

    private Page image(byte[] bytes) throws IOException {
        ONE.acquireUninterruptibly();
        try {
            return new Page(Optional.empty(), Optional.of(PDImageXObject.createFromByteArray(into, bytes, "page")), 0);
        } finally {
            ONE.release();
        }
    }

    private static void draw(PDPageContentStream to, Page page, Place place, float left, float bottom, float width, float height)
            throws IOException {
        double[] box = Xfdf.around(place);
        double[] size = {box[2] - box[0] + 2 * AROUND, box[3] - box[1] + 2 * AROUND};
        boolean lies = page.turned() % 180 != 0;
        float scale = (float) Math.min(width / size[lies ? 1 : 0], height / size[lies ? 0 : 1]);
        to.saveGraphicsState();
        to.addRect(left, bottom, width, height);
        to.clip();
        to.transform(Matrix.getTranslateInstance(left + width / 2, bottom + height / 2));
        to.transform(Matrix.getRotateInstance(-Math.toRadians(page.turned()), 0, 0));
        to.transform(Matrix.getScaleInstance(scale, scale));
        to.transform(Matrix.getTranslateInstance((float) -(box[0] + box[2]) / 2, (float) -(box[1] + box[3]) / 2));
        if (page.form().isPresent()) {
            to.drawForm(page.form().get());
        }
        if (page.image().isPresent()) {
            to.drawImage(page.image().get(), 0, 0);
        }
        mark(to, place, box, 1.4f / scale);
        to.restoreGraphicsState();
        to.setStrokingColor(0.6f, 0.6f, 0.6f);
        to.setLineWidth(0.6f);
        to.addRect(left, bottom, width, height);
        to.stroke();
    }

    private static void mark(PDPageContentStream to, Place place, double[] box, float line) throws IOException {
        to.setStrokingColor(0.043f, 0.455f, 0.502f);
        to.setLineWidth(line);
        List<Point> at = place.points();
        switch (place.shape()) {
            case BOX, CLOUD, TEXT, POINT -> to.addRect((float) box[0], (float) box[1], (float) (box[2] - box[0]),
                    (float) (box[3] - box[1]));
            case ARROW, LENGTH, FREEHAND -> {
                to.moveTo((float) at.getFirst().x(), (float) at.getFirst().y());
                for (Point p : at.subList(1, at.size())) {
                    to.lineTo((float) p.x(), (float) p.y());
                }
            }
        }
        to.stroke();
    }

    @Override
    public void close() throws IOException {
        for (PDDocument source : open.values()) {
            source.close();
        }
    }
}
