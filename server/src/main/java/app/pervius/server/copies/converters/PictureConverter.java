package app.pervius.server.copies.converters;

import app.pervius.server.content.TiffPages;
import com.drew.imaging.ImageMetadataReader;
import com.drew.imaging.ImageProcessingException;
import com.drew.metadata.Directory;
import com.drew.metadata.Metadata;
import com.drew.metadata.exif.ExifIFD0Directory;
import com.drew.metadata.jfif.JfifDirectory;
import com.drew.metadata.png.PngDirectory;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Iterator;
import java.util.List;
import java.util.concurrent.Semaphore;
import javax.imageio.IIOException;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import org.apache.pdfbox.io.MemoryUsageSetting;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.image.JPEGFactory;
import org.apache.pdfbox.pdmodel.graphics.image.LosslessFactory;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.apache.pdfbox.util.Matrix;

/**
 * PNG, JPEG and TIFF: a page for each picture, as large as it says it is (150 dots an inch where it says nothing), the way up it says.
 * The bytes of a JPEG, and of most PNGs, are taken over as they are.
 */
public final class PictureConverter implements Converter {

    /** Larger ones are not unpacked. */
    private static final long MOST_PIXELS = 60_000_000;
    private static final double USUAL_DOTS = 150;
    private static final double POINTS = 72;
    private static final double CM_PER_INCH = 2.54;
    private static final double M_PER_INCH = 0.0254;
    /** What a page of a PDF may measure (ISO 32000-1, annex C), in points. */
    private static final double LARGEST_PAGE = 14_400;
    private static final int LEAST_DOTS = 20;

    /** Where a PNG says what its colours are and whether it is interlaced (ISO/IEC 15948, 11.2.2). */
    private static final int COLOURS = 25;
    private static final int INTERLACED = 28;
    private static final int HEAD = 29;
    private static final byte GREY = 0;
    private static final byte RED_GREEN_BLUE = 2;

    private final TiffPages tiff;
    private final Program.Limits limits;
    private final Semaphore unpacking = new Semaphore(1);

    /** @param limits of which time and output count */
    public PictureConverter(TiffPages tiff, Program.Limits limits) {
        this.tiff = tiff;
        this.limits = limits;
    }

    @Override
    public List<String> endings() {
        return List.of("png", "jpg", "jpeg", "tif", "tiff");
    }

    @Override
    public boolean takes(String ending, String mediaType) {
        return List.of("image/png", "image/jpeg", "image/tiff").contains(mediaType) || mediaType.isEmpty() && endings().contains(ending);
    }

    @Override
    public Converted convert(Job job) throws IOException, CannotConvert {
        Path out = job.directory().resolve("out.pdf");
        // What is put into it lies in a file until it is written.
        try (PDDocument document = new PDDocument(MemoryUsageSetting.setupTempFileOnly(limits.output())
                .setTempDir(job.directory().toFile()).streamCache)) {
            byte[] head = new byte[HEAD];
            try (InputStream in = Files.newInputStream(job.source())) {
                in.readNBytes(head, 0, head.length);
            }
            if (head[0] == head[1] && (head[0] == 'I' || head[0] == 'M')) {
                pages(document, job.source());
            } else {
                boolean jpeg = head[0] == (byte) 0xFF && head[1] == (byte) 0xD8;
                Look look = look(job.source());
                bounded(job.source());
                page(document, jpeg ? jpeg(document, job.source()) : png(document, job.source(), head), look);
            }
            document.save(out.toFile());
            return new Converted(out, "");
        } catch (IllegalArgumentException | IndexOutOfBoundsException | NegativeArraySizeException e) {
            throw new CannotConvert("The picture is damaged.");
        } catch (OutOfMemoryError e) {
            throw new CannotConvert("There is not enough memory here to unpack it.");
        }
    }

    private void pages(PDDocument document, Path source) throws IOException, CannotConvert {
        long end = System.nanoTime() + limits.time().toNanos();
        try {
            int count = tiff.count(source);
            Look look = look(source);
            for (int page = 1; page <= count; page++) {
                page(document, LosslessFactory.createFromImage(document, tiff.picture(source, page)), look);
                if (System.nanoTime() > end) {
                    throw new CannotConvert("After " + limits.time().toSeconds() + " seconds only " + page + " of its " + count
                            + " pages were there.");
                }
            }
        } catch (TiffPages.Unreadable e) {
            throw new CannotConvert(e.sentence());
        }
    }

    private static PDImageXObject jpeg(PDDocument document, Path source) throws IOException, CannotConvert {
        try (InputStream in = Files.newInputStream(source)) {
            return JPEGFactory.createFromStream(document, in);
        } catch (IIOException e) {
            throw new CannotConvert("The picture is damaged.");
        }
    }

    /** Taken over as it is packed where that is possible; else unpacked, one at a time. */
    private PDImageXObject png(PDDocument document, Path source, byte[] head) throws IOException, CannotConvert {
        boolean asItIs = (head[COLOURS] == GREY || head[COLOURS] == RED_GREEN_BLUE) && head[INTERLACED] == 0;
        if (!asItIs) {
            unpacking.acquireUninterruptibly();
        }
        try {
            return PDImageXObject.createFromByteArray(document, Files.readAllBytes(source), "in.png");
        } catch (IIOException e) {
            throw new CannotConvert("The picture is damaged.");
        } finally {
            if (!asItIs) {
                unpacking.release();
            }
        }
    }

    /** Looks at its size before it is unpacked. */
    private static void bounded(Path source) throws IOException, CannotConvert {
        try (ImageInputStream in = ImageIO.createImageInputStream(source.toFile())) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
            if (!readers.hasNext()) {
                throw new CannotConvert("It is not the picture its name says.");
            }
            ImageReader reader = readers.next();
            try {
                reader.setInput(in, true, true);
                if ((long) reader.getWidth(0) * reader.getHeight(0) > MOST_PIXELS) {
                    throw new CannotConvert("It has " + reader.getWidth(0) + " × " + reader.getHeight(0) + " pixels; up to "
                            + MOST_PIXELS / 1_000_000 + " million are unpacked.");
                }
            } catch (IIOException e) {
                throw new CannotConvert("The picture is damaged.");
            } finally {
                reader.dispose();
            }
        }
    }

    /**
     * How a picture wants to be looked at.
     *
     * @param dots an inch
     * @param turned 1 to 8, as Exif says which way up it is
     */
    private record Look(double dots, int turned) {
    }

    private static Look look(Path source) throws IOException {
        try {
            Metadata metadata = ImageMetadataReader.readMetadata(source.toFile());
            int turned = number(metadata.getFirstDirectoryOfType(ExifIFD0Directory.class), ExifIFD0Directory.TAG_ORIENTATION, 1);
            double dots = dots(metadata);
            return new Look(dots >= LEAST_DOTS && dots <= 10_000 ? dots : USUAL_DOTS, turned >= 1 && turned <= 8 ? turned : 1);
        } catch (ImageProcessingException | RuntimeException e) {
            return new Look(USUAL_DOTS, 1);
        }
    }

    private static double dots(Metadata metadata) {
        Directory png = metadata.getDirectoriesOfType(PngDirectory.class).stream()
                .filter(d -> d.containsTag(PngDirectory.TAG_PIXELS_PER_UNIT_X)).findFirst().orElse(null);
        if (png != null) {
            return number(png, PngDirectory.TAG_UNIT_SPECIFIER, 0) == 1 ? number(png, PngDirectory.TAG_PIXELS_PER_UNIT_X,
                    0) * M_PER_INCH : 0;
        }
        Directory exif = metadata.getFirstDirectoryOfType(ExifIFD0Directory.class);
        if (exif != null && exif.containsTag(ExifIFD0Directory.TAG_X_RESOLUTION)) {
            Double dots = exif.getDoubleObject(ExifIFD0Directory.TAG_X_RESOLUTION);
            return dots == null ? 0 : dots * (number(exif, ExifIFD0Directory.TAG_RESOLUTION_UNIT, 2) == 3 ? CM_PER_INCH : 1);
        }
        Directory jfif = metadata.getFirstDirectoryOfType(JfifDirectory.class);
        int units = number(jfif, JfifDirectory.TAG_UNITS, 0);
        return units == 0 ? 0 : number(jfif, JfifDirectory.TAG_RESX, 0) * (units == 2 ? CM_PER_INCH : 1);
    }

    private static int number(@org.jspecify.annotations.Nullable Directory directory, int tag, int otherwise) {
        Integer value = directory == null ? null : directory.getInteger(tag);
        return value == null ? otherwise : value;
    }

    private static void page(PDDocument document, PDImageXObject image, Look look) throws IOException {
        boolean across = look.turned() >= 5;
        double scale = Math.min(POINTS / look.dots(), LARGEST_PAGE / Math.max(image.getWidth(), image.getHeight()));
        float w = (float) (image.getWidth() * scale);
        float h = (float) (image.getHeight() * scale);
        PDPage page = new PDPage(across ? new PDRectangle(h, w) : new PDRectangle(w, h));
        document.addPage(page);
        Matrix at = switch (look.turned()) {
            case 2 -> new Matrix(-w, 0, 0, h, w, 0);
            case 3 -> new Matrix(-w, 0, 0, -h, w, h);
            case 4 -> new Matrix(w, 0, 0, -h, 0, h);
            case 5 -> new Matrix(0, -w, -h, 0, h, w);
            case 6 -> new Matrix(0, -w, h, 0, 0, w);
            case 7 -> new Matrix(0, w, h, 0, 0, 0);
            case 8 -> new Matrix(0, w, -h, 0, h, 0);
            case 1 -> new Matrix(w, 0, 0, h, 0, 0);
            default -> throw new IllegalArgumentException("no way up: " + look.turned());
        };
        try (PDPageContentStream content = new PDPageContentStream(document, page)) {
            content.drawImage(image, at);
        }
    }
}
