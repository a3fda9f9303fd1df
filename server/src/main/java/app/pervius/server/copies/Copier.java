package app.pervius.server.copies;

import app.pervius.server.content.ContentStore;
import app.pervius.server.copies.converters.Converter;
import app.pervius.server.copies.converters.Converters;
import app.pervius.server.outbound.Channel;
import app.pervius.server.outbound.Outcome;
import app.pervius.server.outbound.Parcel;
import app.pervius.server.outbound.Patience;
import app.pervius.server.passages.Waiting;
import app.pervius.server.store.DataDirectory;
import app.pervius.server.store.Outside;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Semaphore;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.io.MemoryUsageSetting;
import org.apache.pdfbox.io.RandomAccessReadBufferedFile;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;

/**
 * Makes readable copies, as many at a time as there are processors, each in an empty directory of its own. What a converter gives is
 * believed only if it is a PDF with a page in it. What could not be made for a reason that may pass is tried once more.
 */
@Service
class Copier implements Channel {

    static final String KEY = "copy";
    private static final Logger LOG = LoggerFactory.getLogger(Copier.class);
    private static final Patience PATIENCE = new Patience(Duration.ofSeconds(3), Duration.ofSeconds(3), 2);
    private static final long LARGEST_SOURCE = 500_000_000;
    private static final long LARGEST_COPY = 1L << 30;
    private static final long MOST_TEMPORARY = 500_000_000;
    private static final int LONGEST_WORDS = 1_000;
    private static final int PROCESSORS = Runtime.getRuntime().availableProcessors();

    private final Copies copies;
    private final Converters converters;
    private final ContentStore store;
    private final Waiting waiting;
    private final Path runs;
    private final Semaphore processors = new Semaphore(PROCESSORS);

    Copier(Copies copies, Converters converters, ContentStore store, Waiting waiting, DataDirectory data) throws IOException {
        this.copies = copies;
        this.converters = converters;
        this.store = store;
        this.waiting = waiting;
        this.runs = data.below("converting");
        // What a process that was killed has left.
        try (Stream<Path> left = Files.list(runs)) {
            left.forEach(Copier::clear);
        }
    }

    @Override
    public String key() {
        return KEY;
    }

    @Override
    public int together() {
        return 1;
    }

    /** More than are made at a time: while one waits for the disk, others are made. */
    @Override
    public int sideBySide() {
        return 3 * PROCESSORS;
    }

    @Override
    public Patience patience() {
        return PATIENCE;
    }

    @Override
    public Map<Long, Outcome> send(List<Parcel> parcels) {
        return parcels.stream().collect(Collectors.toMap(Parcel::id, parcel -> make(copies.wanted(parcel.subject()))));
    }

    @Override
    public void givenUp(Parcel parcel, int tries, String lastWords) {
        copies.failed(parcel.subject(), lastWords).forEach(waiting::over);
    }

    private Outcome make(Copies.Wanted wanted) {
        if (wanted.made()) {
            return new Outcome.Over(() -> copies.noLongerWaiting(wanted.id()).forEach(waiting::over));
        }
        Outside.world("makes a readable copy");
        Optional<Converter> converter = converters.of(wanted.name(), wanted.mediaType());
        if (converter.isEmpty()) {
            return new Outcome.Refused("Nothing here makes a PDF of it.");
        }
        if (wanted.size() > LARGEST_SOURCE) {
            return new Outcome.Refused("It is larger than " + LARGEST_SOURCE / 1_000_000 + " MB.");
        }
        String by = converter.get().called().orElse(converter.get().name());
        long begun = System.nanoTime();
        Path directory = null;
        try {
            directory = Files.createTempDirectory(runs, "run");
            Converter.Job job = new Converter.Job(store.path(wanted.hash()), Converters.ending(wanted.name()), directory);
            Converter.Converted converted;
            int pages;
            processors.acquireUninterruptibly();
            try {
                converted = converter.get().convert(job);
                pages = pages(converted.pdf());
            } finally {
                processors.release();
            }
            ContentStore.Kept kept;
            try (InputStream pdf = Files.newInputStream(converted.pdf())) {
                kept = store.keep(pdf, LARGEST_COPY);
            }
            long took = Duration.ofNanos(System.nanoTime() - begun).toMillis();
            Copies.Pdf pdf = new Copies.Pdf(kept.hash(), kept.size(), pages);
            return new Outcome.Over(() -> copies.made(wanted.id(), by, shortened(converted.said()), pdf, took).forEach(waiting::over));
        } catch (Converter.CannotConvert e) {
            return new Outcome.Refused(shortened(e.sentence()));
        } catch (IOException | RuntimeException e) {
            LOG.info("no copy of {} could be made by {}", wanted.name(), by, e);
            return new Outcome.Failed(shortened(by + ": " + (e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage())));
        } finally {
            if (directory != null) {
                clear(directory);
            }
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

    private static String shortened(String words) {
        return words.length() > LONGEST_WORDS ? words.substring(0, LONGEST_WORDS) + "…" : words;
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
