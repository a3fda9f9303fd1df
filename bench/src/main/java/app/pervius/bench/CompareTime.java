package app.pervius.bench;

import app.pervius.e2e.Browser;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** (n) how long two A0 drawings of many lines take to be compared, from both being open to the first difference shown. */
final class CompareTime implements Bench.Part {

    private static final int ROUNDS = 5;

    private final int lines;

    CompareTime(double scale) {
        lines = (int) (50_000 * scale);
    }

    @Override
    public List<Measure> measure() throws Exception {
        Path data = Packaged.directory("bench-compare");
        List<Double> took = new ArrayList<>();
        List<Double> drew = new ArrayList<>();
        try (Packaged server = Packaged.ours(List.of("-Xmx512m"), "serve", "--data", data.toString())) {
            Site site = server.setUp();
            Map<String, byte[]> files = new LinkedHashMap<>();
            files.put("Before.pdf", Sheets.drawing(lines, 0));
            files.put("Now.pdf", Sheets.drawing(lines, 40));
            List<Long> ids = Sheets.handIn(site, files);
            try (Browser browser = Crowded.signedIn(site.address(), "decider0@dec.example")) {
                for (int i = 0; i < ROUNDS; i++) {
                    browser.open("/compare/" + ids.getFirst() + "/" + ids.getLast())
                            .until("return !!document.querySelector('[data-took]')");
                    took.add(told(browser, "took"));
                    drew.add(told(browser, "drew"));
                }
            }
        } finally {
            Site.delete(data);
        }
        String what = "two A0 drawings of " + lines + " lines each compared, median of " + ROUNDS;
        return List.of(Measure.within("n", what + ", s", Crowd.median(took) / 1000, 3),
                Measure.atMost("n", what + ", ms", Crowd.median(took), "the bare drawing of both", Crowd.median(drew), 2));
    }

    private static double told(Browser browser, String which) {
        return Double.parseDouble(browser.js("return document.querySelector('[data-took]').dataset." + which).toString());
    }
}
