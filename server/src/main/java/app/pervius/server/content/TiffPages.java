package app.pervius.server.content;

import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.Iterator;
import java.util.Set;
import java.util.concurrent.Semaphore;
import javax.imageio.IIOException;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.stream.ImageInputStream;
import org.springframework.stereotype.Component;

/**
 * Pages of a TIFF (revision 6.0) as pictures that browsers show. Files are hostile until proven otherwise: what would take more memory than
 * is set aside is refused before it is unpacked, and one page is unpacked at a time.
 */
@Component
public class TiffPages {

    static final int MOST_PAGES = 5_000;
    /** What one page may be unpacked to, in bytes. */
    private static final long MOST_BYTES = 128L << 20;
    /** What is shown of a page, in pixels; larger ones are shown smaller. */
    private static final long MOST_PIXELS = 25_000_000;
    private static final int ENTRY = 12;

    private final Semaphore one = new Semaphore(1);

    /** A file that cannot be shown, with a sentence for its reader. */
    public static class Unreadable extends Exception {
        private static final long serialVersionUID = 1;

        private final String sentence;

        Unreadable(String sentence) {
            super(sentence);
            this.sentence = sentence;
        }

        public String sentence() {
            return sentence;
        }
    }

    /** How many pages there are: 1 to 5,000. */
    public int count(Path file) throws IOException, Unreadable {
        try (RandomAccessFile in = new RandomAccessFile(file.toFile(), "r")) {
            int first = in.readUnsignedShort();
            boolean little = first == 0x4949;
            if (!little && first != 0x4D4D || number(in, 2, little) != 42) {
                throw new Unreadable("It is not a TIFF of the usual kind.");
            }
            Set<Long> seen = new HashSet<>();
            for (long next = number(in, 4, little); next != 0; next = number(in, 4, little)) {
                if (!seen.add(next)) {
                    throw new Unreadable("Its pages lead back to one another.");
                }
                if (seen.size() > MOST_PAGES) {
                    throw new Unreadable("It has more than 5,000 pages.");
                }
                in.seek(next);
                in.seek(next + 2 + ENTRY * number(in, 2, little));
            }
            if (seen.isEmpty()) {
                throw new Unreadable("There is no page in it.");
            }
            return seen.size();
        } catch (EOFException e) {
            throw new Unreadable("It ends too early.");
        }
    }

    private static long number(RandomAccessFile in, int bytes, boolean little) throws IOException {
        long number = 0;
        for (int i = 0; i < bytes; i++) {
            long next = in.readUnsignedByte();
            number = little ? number | next << 8 * i : number << 8 | next;
        }
        return number;
    }

    /**
     * One page as a PNG, made smaller by whole steps where it has more than 25 million pixels.
     *
     * @param page from 1 on
     */
    public byte[] png(Path file, int page) throws IOException, Unreadable {
        BufferedImage picture = picture(file, page);
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        if (!ImageIO.write(picture, "png", png)) {
            ImageIO.write(inColours(picture), "png", png);
        }
        return png.toByteArray();
    }

    /** The same as a picture in memory. */
    public BufferedImage picture(Path file, int page) throws IOException, Unreadable {
        if (page < 1 || page > count(file)) {
            throw new Unreadable("There is no page " + page + ".");
        }
        one.acquireUninterruptibly();
        Iterator<ImageReader> readers = ImageIO.getImageReadersByFormatName("tiff");
        ImageReader reader = readers.next();
        try (ImageInputStream in = ImageIO.createImageInputStream(file.toFile())) {
            reader.setInput(in, false, true);
            return drawn(reader, page - 1);
        } catch (IIOException | RuntimeException | OutOfMemoryError e) {
            // The reader says what is broken in words for programmers, and throws what comes; what is packed in a page may claim to be
            // larger than the page.
            throw new Unreadable("Page " + page + " is broken, or packed in a way that is not read here.");
        } finally {
            reader.dispose();
            one.release();
        }
    }

    /** What no PNG can be made of, such as the inks of a press and numbers that measure, as it looks. */
    private static BufferedImage inColours(BufferedImage picture) {
        BufferedImage shown = new BufferedImage(picture.getWidth(), picture.getHeight(), BufferedImage.TYPE_INT_RGB);
        Graphics2D draw = shown.createGraphics();
        draw.drawImage(picture, 0, 0, null);
        draw.dispose();
        return shown;
    }

    private static BufferedImage drawn(ImageReader reader, int page) throws IOException, Unreadable {
        long width = reader.getWidth(page);
        long height = reader.getHeight(page);
        ImageTypeSpecifier type = reader.getRawImageType(page);
        long bits = type == null ? 64 : type.getColorModel().getPixelSize();
        if (width * height > MOST_BYTES * 8 / bits) {
            throw new Unreadable("Page " + (page + 1) + " has " + width + " × " + height + " pixels; that is too large to be shown.");
        }
        int step = (int) Math.ceil(Math.sqrt((double) width * height / MOST_PIXELS));
        ImageReadParam how = reader.getDefaultReadParam();
        how.setSourceSubsampling(Math.max(1, step), Math.max(1, step), 0, 0);
        return reader.read(page, how);
    }
}
