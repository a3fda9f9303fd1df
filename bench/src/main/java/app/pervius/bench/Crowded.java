package app.pervius.bench;

import app.pervius.e2e.Browser;
import java.io.IOException;
import java.io.InputStream;
import java.net.http.HttpRequest.BodyPublishers;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.openqa.selenium.By;

/** (e) the heap with some 10,000 passages and during an upload of 2 GB, and (g) the first view of the Desk with them and without. */
final class Crowded implements Bench.Part {

    private static final int CLIENTS = 8;
    private static final int EACH = 25;
    /** With one more, the counter of four digits would be full. */
    private static final int MOST = 399;
    private static final int VIEWS = 9;
    private static final long LARGE = 2_000_000_000L;
    private static final String WATCH = """
            (function look() {
              if (document.body && /for your decision|Nothing waits for you/.test(document.body.innerText)) window.usableAfter =
                  performance.now();
              else requestAnimationFrame(look);
            })()""";

    private final int submissions;

    Crowded(double scale) {
        submissions = (int) (MOST * scale);
    }

    @Override
    public List<Measure> measure() throws Exception {
        Path full = Packaged.directory("bench-full");
        Path empty = Packaged.directory("bench-empty");
        Path collections = Files.createTempFile("pervius-heap", ".log");
        List<Measure> found = new ArrayList<>();
        try (Packaged crowded = Packaged.ours(List.of("-Xmx512m", "-Xlog:gc:file=" + collections), "serve", "--data", full.toString());
                Packaged fresh = Packaged.ours(List.of("-Xmx512m"), "serve", "--data", empty.toString())) {
            Site site = crowded.setUp();
            Site other = fresh.setUp();
            fill(site);
            crowded.collect();
            List<HeapLog.Collection> filled = HeapLog.read(collections);
            upload(site);
            // At least one collection that says what was in use before it.
            crowded.collect();
            List<HeapLog.Collection> uploaded = HeapLog.read(collections).stream().skip(filled.size()).toList();
            found.add(Measure.within("e", "heap in use after a full collection with " + submissions * EACH
                    + " passages, MB (the server runs with 512)", filled.getLast().after(), 512));
            found.add(Measure.within("e", "most heap in use while 2 GB are uploaded, MB (the server runs with 512)",
                    uploaded.stream().mapToDouble(HeapLog.Collection::before).max().orElse(0), 512));
            found.addAll(desk(site, other));
        } finally {
            Site.delete(full);
            Site.delete(empty);
            Files.delete(collections);
        }
        return found;
    }

    private void fill(Site site) {
        Crowd.seconds(CLIENTS, which -> {
            Person author = site.controller();
            for (int i = which; i < submissions; i += CLIENTS) {
                Site.close(author, site.send(author, site.drawings(), "crowd " + i, EACH));
            }
        });
        Person reviewer = site.decider(0);
        Crowd.until(() -> reviewer.get("/api/projects/" + site.project() + "/passages?which=ON_THE_WAY").get("items").valueStream()
                .allMatch(row -> row.get("passage").get("at").get("state").asString().equals("WAITING") && row.get("passage").get("at")
                        .has("due")), 900);
    }

    private static void upload(Site site) {
        Person author = site.controller();
        long id = author.post("/api/folders/" + site.plain() + "/submissions",
                Map.of("purpose", "", "files", List.of(Map.of("name", "Survey.laz", "size", LARGE)))).get("id").asLong();
        author.putBytes("/api/submissions/" + id + "/files/0", BodyPublishers.ofInputStream(Much::new));
        Site.close(author, id);
        if (!author.get("/api/submissions/" + id).get("files").get(0).get("state").asString().equals("RECEIVED")) {
            throw new IllegalStateException("the large file did not arrive");
        }
    }

    /** Two billion bytes that do not repeat soon. */
    private static final class Much extends InputStream {
        private final byte[] noise = new byte[1 << 20];
        private long left = LARGE;

        Much() {
            new Random(7).nextBytes(noise);
        }

        @Override
        public int read() {
            return left-- > 0 ? noise[(int) (left % noise.length)] & 0xff : -1;
        }

        @Override
        public int read(byte[] into, int from, int most) {
            if (left <= 0) {
                return -1;
            }
            int n = (int) Math.min(Math.min(most, noise.length), left);
            System.arraycopy(noise, 0, into, from, n);
            left -= n;
            return n;
        }
    }

    private List<Measure> desk(Site full, Site empty) {
        List<Double> crowded = new ArrayList<>();
        List<Double> fresh = new ArrayList<>();
        double script;
        try (Browser one = signedIn(full); Browser other = signedIn(empty)) {
            for (int i = 0; i < VIEWS; i++) {
                crowded.add(view(one));
                fresh.add(view(other));
            }
            script = ((Number) one.js(
                    "return performance.getEntriesByType('resource').filter(r => /\\.m?js$/.test(new URL(r.name).pathname)).reduce((n, "
                    + "r) => n + r.encodedBodySize, 0)"))
                    .doubleValue() / 1000;
        }
        return List.of(Measure.within("g", "JavaScript of the first view of the Desk, compressed, KB", script, 150),
                Measure.atMost("g", "time to a usable Desk with " + submissions * EACH + " passages, median of " + VIEWS + ", ms",
                        Crowd.median(crowded), "an empty project", Crowd.median(fresh), 1.2));
    }

    private static Browser signedIn(Site site) {
        Browser browser = signedIn(site.address(), "decider0@dec.example");
        browser.inEveryPage(WATCH);
        return browser;
    }

    static Browser signedIn(String address, String email) {
        Browser browser = new Browser(address);
        browser.open("/sign-in");
        browser.type(By.cssSelector("input[type=email]"), email);
        browser.type(By.cssSelector("input[type=password]"), Site.PASSWORD).enter();
        browser.until("return location.pathname === '/desk'");
        return browser;
    }

    private static double view(Browser browser) {
        browser.open("/desk").until("return window.usableAfter > 0");
        return ((Number) browser.js("return window.usableAfter")).doubleValue();
    }
}
