package app.pervius.server.titleblocks;

import app.pervius.server.store.Outside;
import app.pervius.core.identify.TitleBlock;
import app.pervius.server.content.ContentStore;
import jakarta.annotation.PreDestroy;
import java.awt.geom.Rectangle2D;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicReference;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.io.MemoryUsageSetting;
import org.apache.pdfbox.io.RandomAccessReadBufferedFile;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.encryption.InvalidPasswordException;
import org.apache.pdfbox.text.PDFTextStripper;
import org.apache.pdfbox.text.PDFTextStripperByArea;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * The text of title blocks: what stands in the lower right corner of a PDF's first page, or on all of the page where nothing stands there.
 * Read
 * once for each content, outside of any transaction where that is possible, and for a bounded time: uploads are hostile until proven
 * otherwise.
 */
@Component
public class TitleBlocks {

    private static final Logger LOG = LoggerFactory.getLogger(TitleBlocks.class);
    /** Larger files are not opened. */
    private static final long LARGEST = 100_000_000;
    private static final int SECONDS = 10;
    private static final int LONGEST = 8_000;
    /** How much of the page, from the right and from below, is the corner. */
    private static final double CORNER = 0.45;

    /** How many are read at a time, and how many that did not end in time may go on beside them before they hold up others. */
    private static final int AT_ONCE = 2;
    private static final int HANGING = 6;
    /** What PDFs may write to temporary files while they are read. */
    private static final long MOST_TEMPORARY = 500_000_000;
    private static final TitleBlock BUSY = new TitleBlock.Unreadable("other files took too long to read at the same time");

    private final ContentStore store;
    private final JdbcClient jdbc;
    private final ExecutorService readers = Executors.newCachedThreadPool(Thread.ofPlatform().daemon().name("title-block-", 1).factory());
    private final ExecutorService soon = Executors.newSingleThreadExecutor(Thread.ofPlatform().daemon().name("title-blocks-coming")
            .factory());
    private final Semaphore places = new Semaphore(AT_ONCE, true);
    private final Semaphore hanging = new Semaphore(HANGING);

    TitleBlocks(ContentStore store, JdbcClient jdbc) {
        this.store = store;
        this.jdbc = jdbc;
    }

    @PreDestroy
    void close() {
        soon.shutdownNow();
        readers.shutdownNow();
    }

    /** Reads and keeps the title block of a PDF, if that has not been done. */
    public void prepare(String hash, long size) {
        if (kept(hash).isEmpty()) {
            TitleBlock block = read(hash, size);
            if (block != BUSY) {
                keep(hash, block);
            }
        }
    }

    /** Begins to read the title block of a PDF that has come, beside everything else; whoever needs it sooner reads it itself. */
    public void prepareSoon(String hash, long size) {
        soon.execute(() -> {
            try {
                prepare(hash, size);
            } catch (RuntimeException e) {
                LOG.info("the title block of {} is read when it is needed", hash, e);
            }
        });
    }

    /** What the title block of a PDF says, as far as it has been read; it is read by {@link #prepare} only, which takes its time. */
    public TitleBlock of(String hash) {
        return kept(hash).orElse(BUSY);
    }

    private Optional<TitleBlock> kept(String hash) {
        return jdbc.sql("select kind, said from title_block where hash = ?").param(hash).query((row, n) -> switch (row.getString("kind")) {
            case "TEXT" -> (TitleBlock) new TitleBlock.Text(row.getString("said"));
            case "NO_TEXT" -> new TitleBlock.NoText();
            case "CANNOT_OPEN" -> new TitleBlock.CannotOpen(row.getString("said"));
            default -> new TitleBlock.Unreadable(row.getString("said"));
        }).optional();
    }

    private void keep(String hash, TitleBlock block) {
        String kind = switch (block) {
            case TitleBlock.Text text -> "TEXT";
            case TitleBlock.NoText none -> "NO_TEXT";
            case TitleBlock.Unreadable unreadable -> "UNREADABLE";
            case TitleBlock.CannotOpen closed -> "CANNOT_OPEN";
        };
        String said = switch (block) {
            case TitleBlock.Text(String text) -> text;
            case TitleBlock.NoText none -> "";
            case TitleBlock.Unreadable(String reason) -> reason;
            case TitleBlock.CannotOpen(String reason) -> reason;
        };
        try {
            jdbc.sql("insert into title_block (hash, kind, said) values (?, ?, ?)").params(hash, kind, said).update();
        } catch (DuplicateKeyException sameBytesAtTheSameTime) {
            LOG.debug("the title block of {} was read by another at the same time", hash);
        }
    }

    private TitleBlock read(String hash, long size) {
        Outside.world("opens a PDF");
        if (size > LARGEST) {
            return new TitleBlock.Unreadable("the file is larger than " + LARGEST / 1_000_000 + " MB");
        }
        Path path = store.path(hash);
        AtomicReference<@Nullable Semaphore> held = new AtomicReference<>(places);
        try {
            if (!places.tryAcquire(SECONDS, TimeUnit.SECONDS)) {
                return BUSY;
            }
            Future<TitleBlock> reading = readers.submit(() -> {
                try {
                    return open(path);
                } finally {
                    Objects.requireNonNull(held.getAndSet(null)).release();
                }
            });
            return inTime(reading, held);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return BUSY;
        }
    }

    /** What came of reading; what does not end in time is left to itself and makes its place free, unless too many hang already. */
    private TitleBlock inTime(Future<TitleBlock> reading, AtomicReference<@Nullable Semaphore> held) throws InterruptedException {
        try {
            return reading.get(SECONDS, TimeUnit.SECONDS);
        } catch (TimeoutException e) {
            if (hanging.tryAcquire()) {
                (held.compareAndSet(places, hanging) ? places : hanging).release();
            }
            reading.cancel(true);
            return new TitleBlock.Unreadable("reading it took longer than " + SECONDS + " seconds");
        } catch (ExecutionException e) {
            return new TitleBlock.Unreadable("the file is damaged");
        }
    }

    private static TitleBlock open(Path path) {
        try (PDDocument document = Loader.loadPDF(new RandomAccessReadBufferedFile(path), "", null, null,
                MemoryUsageSetting.setupTempFileOnly(MOST_TEMPORARY).streamCache)) {
            if (document.getNumberOfPages() == 0) {
                return new TitleBlock.NoText();
            }
            String corner = corner(document.getPage(0)).strip();
            String text = corner.isEmpty() ? whole(document).strip() : corner;
            return text.isEmpty() ? new TitleBlock.NoText() : new TitleBlock.Text(text.length() > LONGEST ? text.substring(0, LONGEST)
                    : text);
        } catch (InvalidPasswordException e) {
            return new TitleBlock.CannotOpen("it is locked with a password");
        } catch (IOException | RuntimeException | StackOverflowError e) {
            return new TitleBlock.CannotOpen("it is damaged or cut off");
        }
    }

    private static String corner(PDPage page) throws IOException {
        PDRectangle box = page.getCropBox();
        boolean turned = page.getRotation() % 180 != 0;
        double width = turned ? box.getHeight() : box.getWidth();
        double height = turned ? box.getWidth() : box.getHeight();
        PDFTextStripperByArea stripper = new PDFTextStripperByArea();
        stripper.setSortByPosition(true);
        stripper.addRegion("corner", new Rectangle2D.Double(width * (1 - CORNER), height * (1 - CORNER), width * CORNER, height * CORNER));
        stripper.extractRegions(page);
        return stripper.getTextForRegion("corner");
    }

    private static String whole(PDDocument document) throws IOException {
        PDFTextStripper stripper = new PDFTextStripper();
        stripper.setEndPage(1);
        return stripper.getText(document);
    }
}
