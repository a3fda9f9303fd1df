package app.pervius.server.devices;

import app.pervius.core.issue.Release;
import app.pervius.server.devices.ipp.DeviceFacts;
import app.pervius.server.devices.ipp.PaperSize;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.io.MemoryUsageSetting;
import org.apache.pdfbox.io.RandomAccessReadBufferedFile;
import org.apache.pdfbox.multipdf.Splitter;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;

/** The pages of a PDF as they are put on a device's paper: pages of one size that follow each other are printed together. */
final class Pages {

    private static final double MM_OF_A_POINT = 25.4 / 72;
    /** Bytes on the disk that reading one may take. */
    static final long MOST_TEMPORARY = 1_000_000_000;
    private static final int MOST_PARTS = 100;

    /** It cannot be put on the device's paper; the sentence is for people. */
    static final class Misfit extends Exception {
        private static final long serialVersionUID = 1;

        Misfit(String sentence) {
            super(sentence);
        }
    }

    /**
     * What is printed as one.
     *
     * @param media the paper's self-describing name; empty where the device chooses
     */
    record Printed(Path pdf, String media, boolean fit) {
    }

    private record Size(int width, int height) {
        static Size of(PDPage page) {
            PDRectangle box = page.getCropBox();
            double unit = page.getUserUnit() * MM_OF_A_POINT;
            int a = (int) Math.round(box.getWidth() * unit);
            int b = (int) Math.round(box.getHeight() * unit);
            return new Size(Math.min(a, b), Math.max(a, b));
        }
    }

    private record Run(int first, int last, PaperSize paper) {
    }

    private Pages() {
    }

    /**
     * What is handed over, in order.
     *
     * @param directory an empty one, for what is made of it
     */
    static List<Printed> of(Path pdf, Release.How how, DeviceFacts device, Path directory) throws Misfit, IOException {
        cando(how, device);
        return switch (how.paper()) {
            case AS_IT_IS -> List.of(new Printed(pdf, "", false));
            case REDUCED -> List.of(new Printed(pdf, how.media(), true));
            case BY_SHEET -> bySheet(pdf, device.known(), directory);
        };
    }

    /** Refuses what the device has said it cannot do, before it is sent. */
    static void cando(Release.How how, DeviceFacts device) throws Misfit {
        if (!device.takesPdf()) {
            throw new Misfit("It takes no PDF, only " + String.join(", ", device.formats()) + ".");
        }
        if (how.bothSides() && !device.bothSides()) {
            throw new Misfit("It does not print on both sides.");
        }
        if (how.held() && !device.holds()) {
            throw new Misfit("It does not hold anything until somebody starts it there.");
        }
        if (how.paper() == Release.Paper.REDUCED && !device.reduces()) {
            throw new Misfit("It does not make pages fit another size.");
        }
        if (how.paper() == Release.Paper.REDUCED && device.known().stream().noneMatch(size -> size.key().equals(how.media()))) {
            throw new Misfit("It has no paper of the size " + Release.How.sizeOf(how.media()) + ".");
        }
    }

    private static List<Printed> bySheet(Path pdf, List<PaperSize> known, Path directory) throws Misfit, IOException {
        try (PDDocument document = Loader.loadPDF(new RandomAccessReadBufferedFile(pdf), "", null, null,
                MemoryUsageSetting.setupTempFileOnly(MOST_TEMPORARY).streamCache)) {
            List<Run> runs = runs(document, known);
            if (runs.size() == 1) {
                return List.of(new Printed(pdf, runs.getFirst().paper().key(), false));
            }
            if (runs.size() > MOST_PARTS) {
                throw new Misfit("Its sizes change more than " + MOST_PARTS + " times; release it as it is, or made to fit one size.");
            }
            List<Printed> all = new ArrayList<>();
            for (Run run : runs) {
                Splitter splitter = new Splitter();
                splitter.setStartPage(run.first());
                splitter.setEndPage(run.last());
                splitter.setSplitAtPage(run.last() - run.first() + 1);
                Path part = directory.resolve("part-" + all.size() + ".pdf");
                try (PDDocument its = splitter.split(document).getFirst()) {
                    its.save(part.toFile());
                }
                all.add(new Printed(part, run.paper().key(), false));
            }
            return all;
        } catch (RuntimeException e) {
            throw new IOException("it cannot be read as a PDF", e);
        }
    }

    private static List<Run> runs(PDDocument document, List<PaperSize> known) throws Misfit {
        List<Run> runs = new ArrayList<>();
        int number = 0;
        for (PDPage page : document.getPages()) {
            number++;
            Size size = Size.of(page);
            int at = number;
            PaperSize paper = paper(size, known).orElseThrow(() -> new Misfit("It has no paper for page " + at + ", which is "
                    + size.width()
                    + " × " + size.height() + " mm."));
            Run last = runs.isEmpty() ? null : runs.getLast();
            if (last != null && last.paper().equals(paper)) {
                runs.set(runs.size() - 1, new Run(last.first(), number, paper));
            } else {
                runs.add(new Run(number, number, paper));
            }
        }
        if (runs.isEmpty()) {
            throw new Misfit("It has no page.");
        }
        return runs;
    }

    private static Optional<PaperSize> paper(Size page, List<PaperSize> known) {
        return known.stream().filter(size -> size.fits(page.width(), page.height())).findFirst();
    }
}
