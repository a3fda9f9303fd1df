package app.pervius.server.copies;

import app.pervius.server.content.ContentStore;
import app.pervius.server.copies.converters.Converter;
import app.pervius.server.copies.converters.Converters;
import app.pervius.server.store.DataDirectory;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Comparator;
import java.util.concurrent.Semaphore;
import java.util.stream.Stream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.io.MemoryUsageSetting;
import org.apache.pdfbox.io.RandomAccessReadBufferedFile;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Makes one readable copy: in an empty directory of its own, as many at a time as there are processors. What a converter gives is
 * believed only if it is a PDF with a page in it, and then kept.
 */
@Component
public class Making {

    static final int AT_ONCE = Runtime.getRuntime().availableProcessors();
    private static final Logger LOG = LoggerFactory.getLogger(Making.class);
    private static final long LARGEST_COPY = 1L << 30;
    private static final long MOST_TEMPORARY = 500_000_000;

    /**
     * A copy that was made.
     *
     * @param said what the converter said; empty where it said nothing
     * @param tookMs from the beginning until it was on the disk, in milliseconds
     */
    public record Made(Copies.Pdf pdf, String said, long tookMs) {
    }

    private final ContentStore store;
    private final Path runs;
    private final Semaphore processors = new Semaphore(AT_ONCE);

    Making(ContentStore store, DataDirectory data) throws IOException {
        this.store = store;
        this.runs = data.below("converting");
        // What a process that was killed has left.
        try (Stream<Path> left = Files.list(runs)) {
            left.forEach(Making::clear);
        }
    }

    /**
     * Makes the copy of a content and keeps it.
     *
     * @param hash the content's
     * @param name the name it came under
     */
    public Made make(Converter converter, String hash, String name) throws IOException, Converter.CannotConvert {
        long begun = System.nanoTime();
        Path directory = Files.createTempDirectory(runs, "run");
        try {
            Converter.Job job = new Converter.Job(store.path(hash), Converters.ending(name), directory);
            Converter.Converted converted;
            int pages;
            processors.acquireUninterruptibly();
            try {
                converted = converter.convert(job);
                pages = pages(converted.pdf());
            } finally {
                processors.release();
            }
            ContentStore.Kept kept;
            try (InputStream pdf = Files.newInputStream(converted.pdf())) {
                kept = store.keep(pdf, LARGEST_COPY);
            }
            return new Made(new Copies.Pdf(kept.hash(), kept.size(), pages), converted.said(),
                    Duration.ofNanos(System.nanoTime() - begun).toMillis());
        } finally {
            clear(directory);
        }
    }

    private static int pages(Path pdf) throws IOException, Converter.CannotConvert {
        try (PDDocument document = Loader.loadPDF(new RandomAccessReadBufferedFile(pdf), "", null, null,
                MemoryUsageSetting.setupTempFileOnly(MOST_TEMPORARY).streamCache)) {
            if (document.getNumberOfPages() == 0) {
                throw new Converter.CannotConvert("What came of it has no page.");
            }
            return document.getNumberOfPages();
        } catch (IOException | RuntimeException e) {
            throw new Converter.CannotConvert("What came of it is no PDF that can be opened.");
        }
    }

    private static void clear(Path directory) {
        try (Stream<Path> all = Files.walk(directory)) {
            for (Path path : all.sorted(Comparator.reverseOrder()).toList()) {
                Files.deleteIfExists(path);
            }
        } catch (IOException | RuntimeException e) {
            LOG.warn("{} could not be emptied; it is when Pervius starts next", directory, e);
        }
    }
}
