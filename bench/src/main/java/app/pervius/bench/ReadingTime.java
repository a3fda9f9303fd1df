package app.pervius.bench;

import app.pervius.e2e.Browser;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * (o) how long the Reading room takes to show the first page and the next, against the library that draws PDFs alone in the same browser,
 * and what it holds after very many pages.
 */
final class ReadingTime implements Bench.Part {

    private static final int ROUNDS = 7;
    private static final int PAGES = 200;
    private static final int FEW = 20;
    /** Notes when a page was first drawn; what is told of it is a moment after the beginning of the page's loading. */
    private static final String WATCH = """
            (function look() {
              if (document.querySelector('canvas[data-drawn]')) window.drawnAfter ??= performance.now();
              else requestAnimationFrame(look);
            })()""";
    /** Opens what a link on the Desk leads to; what it gives is how long it took until a page of it was drawn, in milliseconds. */
    private static final String OPEN = """
            const [to, done] = [arguments[0], arguments[arguments.length - 1]]
            const begun = performance.now()
            document.querySelector(`a[href='${to}']`).click()
            ;(function look() {
              if (document.querySelector('canvas[data-drawn]')) done(performance.now() - begun)
              else requestAnimationFrame(look)
            })()""";
    /** Turns to the next page; what it gives is how long it took until that page was there, in milliseconds. */
    private static final String TURN = """
            const [to, done] = [arguments[0], arguments[arguments.length - 1]]
            const begun = performance.now()
            const field = document.querySelector('.tools input')
            field.value = to
            field.dispatchEvent(new Event('input'))
            field.dispatchEvent(new Event('change'))
            ;(function look() {
              const canvas = document.querySelector(`canvas[data-drawn='${to}']`)
              const frame = document.querySelector('.frame')?.getBoundingClientRect()
              const box = canvas?.getBoundingClientRect()
              if (box && box.top < frame.bottom && box.bottom > frame.top) done(performance.now() - begun)
              else requestAnimationFrame(look)
            })()""";

    private final double scale;

    ReadingTime(double scale) {
        this.scale = scale;
    }

    @Override
    public List<Measure> measure() throws Exception {
        Path data = Packaged.directory("bench-reading");
        int lines = (int) (50_000 * scale);
        Map<String, byte[]> files = new LinkedHashMap<>();
        files.put("drawing.pdf", Sheets.drawing(lines, 0));
        files.put("pages.pdf", Sheets.pages(PAGES));
        List<Measure> measures = new ArrayList<>();
        try (Packaged server = Packaged.ours(List.of("-Xmx512m"), "serve", "--data", data.toString());
                BarePdf bare = new BarePdf(files)) {
            Site site = server.setUp();
            List<Long> passages = Sheets.handIn(site, files);
            try (Browser ours = Crowded.signedIn(site.address(), "decider0@dec.example")) {
                ours.inEveryPage(WATCH);
                try (Browser floor = new Browser(bare.address())) {
                    measures.addAll(times(ours, floor, passages, List.copyOf(files.keySet()), lines));
                }
                turn(ours, FEW);
                double few = held(ours);
                turn(ours, PAGES);
                measures.add(Measure.atMost("o", "memory of the browser's pages after " + PAGES + " pages turned back and forth, MB",
                        held(ours), "after " + FEW, few, 1.3));
            }
        } finally {
            Site.delete(data);
        }
        return measures;
    }

    private static List<Measure> times(Browser ours, Browser floor, List<Long> passages, List<String> names, int lines) {
        List<Measure> measures = new ArrayList<>();
        List<Double> here = new ArrayList<>();
        List<Double> alone = new ArrayList<>();
        for (int i = 0; i < names.size(); i++) {
            String what = i == 0 ? "an A0 drawing of " + lines + " lines" : "a text of " + PAGES + " pages";
            String path = "/read/" + passages.get(i);
            List<Double> anew = new ArrayList<>();
            here.clear();
            alone.clear();
            for (int round = 0; round < ROUNDS; round++) {
                ours.open("/desk").until("return !!document.querySelector(\"a[href='" + path + "']\")");
                here.add(((Number) ours.jsLater(OPEN, path)).doubleValue());
                alone.add(first(floor, "/?/" + names.get(i)));
                anew.add(first(ours, path));
            }
            measures.add(Measure.atMost("o", "first page of " + what + ", from the click on the Desk, median of " + ROUNDS + ", ms",
                    Crowd.median(here), "the library alone", Crowd.median(alone), 1.5));
            measures.add(Measure.within("o", "the same from its address, with Pervius being loaded anew, ms", Crowd.median(anew), 3000));
        }
        here.clear();
        alone.clear();
        for (int page = 2; page <= FEW; page++) {
            here.add(((Number) ours.jsLater(TURN, page)).doubleValue());
            alone.add(((Number) floor.jsLater("window.draw(arguments[0]).then(arguments[arguments.length - 1])", page)).doubleValue());
        }
        measures.add(Measure.atMost("o", "next page of that, median of " + here.size() + ", ms", Crowd.median(here), "the library alone",
                Crowd.median(alone), 1.2));
        return measures;
    }

    private static double first(Browser browser, String path) {
        browser.open(path).until("return window.drawnAfter > 0");
        return ((Number) browser.js("return window.drawnAfter")).doubleValue();
    }

    private static void turn(Browser browser, int pages) {
        for (int page = 1; page <= pages; page++) {
            browser.jsLater(TURN, page);
        }
        for (int page = pages; page >= 1; page--) {
            browser.jsLater(TURN, page);
        }
    }

    /** What the processes that draw pages hold, shared parts by their share, once what is not used any more was given back. */
    private static double held(Browser browser) throws IOException {
        browser.collectGarbage();
        long kilobytes = 0;
        for (ProcessHandle process : ProcessHandle.current().descendants().toList()) {
            Path of = Path.of("/proc", Long.toString(process.pid()));
            if (Files.exists(of) && Files.readString(of.resolve("cmdline")).contains("--type=renderer")) {
                for (String line : Files.readAllLines(of.resolve("smaps_rollup"))) {
                    if (line.startsWith("Pss:")) {
                        kilobytes += Long.parseLong(line.replaceAll("\\D", ""));
                    }
                }
            }
        }
        return kilobytes / 1024.0;
    }
}
