package app.pervius.bench;

import app.pervius.e2e.Browser;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.openqa.selenium.By;

/** (u) how long the browser shows nothing new while a list of 1,000 lines is scrolled and while a rule is written. */
final class FrameTime implements Bench.Part {

    private static final int CLIENTS = 8;
    private static final int EACH = 25;
    private static final int ROUNDS = 5;
    private static final String SHOW_MORE = "//button[normalize-space()='Show older ones']";
    /** Notes how long each frame came after the one before. */
    private static final String WATCH = """
            window.frames_ = []; window.watching = true;
            let last = performance.now();
            (function tick() {
              const now = performance.now();
              window.frames_.push(now - last);
              last = now;
              if (window.watching) requestAnimationFrame(tick);
            })();""";
    private static final String LONGEST = "window.watching = false; return Math.max(...window.frames_.slice(1))";
    /** Down to the end, a good part of a screen at each frame. */
    private static final String SCROLL = """
            const done = arguments[arguments.length - 1];
            let from = document.querySelector('table.dense');
            while (from && from.scrollHeight <= from.clientHeight + 1) from = from.parentElement;
            const scrolled = from ?? document.scrollingElement;
            scrolled.scrollTop = 0;
            (function step() {
              const before = scrolled.scrollTop;
              scrolled.scrollTop += 150;
              if (scrolled.scrollTop === before) done(before); else requestAnimationFrame(step);
            })();""";

    private final int lines;

    FrameTime(double scale) {
        lines = (int) (1000 * scale);
    }

    @Override
    public List<Measure> measure() throws Exception {
        Path data = Packaged.directory("bench-frames");
        try (Packaged running = Packaged.ours(List.of("-Xmx512m"), "serve", "--data", data.toString())) {
            Site site = running.setUp();
            Crowd.seconds(CLIENTS, which -> {
                Person author = site.controller();
                for (int i = which; i < lines / EACH; i += CLIENTS) {
                    Site.close(author, site.send(author, site.drawings(), "line " + i, EACH));
                }
            });
            try (Browser browser = Crowded.signedIn(site.address(), Site.CONTROLLER)) {
                return List.of(Measure.within("u", "longest frame while a list of " + lines + " lines is scrolled to its end, median of "
                        + ROUNDS + ", ms", scrolling(browser), 50),
                        Measure.within("u", "longest frame while the sample name of a new rule is typed, median of " + ROUNDS + ", ms",
                                writing(browser), 50));
            }
        } finally {
            Site.delete(data);
        }
    }

    private double scrolling(Browser browser) {
        browser.open("/passages").until("return document.querySelectorAll('table.dense tbody tr').length > 0");
        for (int shown = 0; shown < lines;) {
            int before = shown;
            browser.until("return document.querySelectorAll('table.dense tbody tr').length > " + before);
            shown = ((Number) browser.js("return document.querySelectorAll('table.dense tbody tr').length")).intValue();
            browser.js("document.evaluate(\"" + SHOW_MORE + "\", document, null, 9).singleNodeValue?.click()");
        }
        List<Double> longest = new ArrayList<>();
        for (int round = 0; round <= ROUNDS; round++) {
            browser.js(WATCH);
            if (((Number) browser.jsLater(SCROLL)).intValue() < lines) {
                throw new IllegalStateException("there was next to nothing to scroll");
            }
            longest.add(((Number) browser.js(LONGEST)).doubleValue());
        }
        // The first has the styles of lines nobody had seen before.
        System.err.println("    scrolled: " + longest);
        return Crowd.median(longest.subList(1, longest.size()));
    }

    private static double writing(Browser browser) {
        browser.open("/rules").until("return [...document.querySelectorAll('button')].some(b => b.innerText.trim() === 'Add a rule')");
        browser.js("[...document.querySelectorAll('button')].find(b => b.innerText.trim() === 'Add a rule').click()");
        browser.until("return document.querySelector('[data-test=sample-name]') !== null");
        List<Double> longest = new ArrayList<>();
        for (int round = 0; round <= ROUNDS; round++) {
            browser.type(By.cssSelector("[data-test=sample-name]"), "KWR");
            browser.js(WATCH);
            // One after the other, though quicker than anybody types.
            ("-KWB-C-DR-0042_P0" + round + " Plan of the weir.pdf").chars().forEach(key -> browser.press(Character.toString(key)));
            longest.add(((Number) browser.js(LONGEST)).doubleValue());
        }
        System.err.println("    written: " + longest);
        return Crowd.median(longest.subList(1, longest.size()));
    }
}
