package app.pervius.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.locks.LockSupport;

/** Ten ordinary minutes: 200 browsers are open, and now and then something arrives that everybody is told of. */
final class Steady implements Bench.Part {

    private static final int PEOPLE = 40;
    private static final int BROWSERS = 200;
    private static final double MINUTES = 10;
    private static final int MOST_SECONDS = 60;
    private static final long BETWEEN_NANOS = 3_000_000_000L;

    private final double minutes;

    Steady(double scale) {
        minutes = MINUTES * scale;
    }

    @Override
    public List<Measure> measure() throws Exception {
        Path data = Packaged.directory("bench-steady");
        Path collections = Files.createTempFile("pervius-heap", ".log");
        try (Packaged server = Packaged.ours(List.of("-Xmx512m", "-Xlog:gc:file=" + collections), "serve", "--data", data.toString())) {
            Site site = server.setUp();
            List<Person> people = site.more(PEOPLE);
            LiveRate.tellEverybody(site);
            Person author = site.controller();
            List<OpenPage> open = LiveRate.openAll(site, people, BROWSERS);
            List<Double> told = new ArrayList<>();
            long begin = System.nanoTime();
            double from = HeapLog.read(collections).getLast().at();
            for (long next = begin; Crowd.since(begin) < minutes * 60; next += BETWEEN_NANOS) {
                LockSupport.parkNanos(next - System.nanoTime());
                String name = "steady " + System.nanoTime();
                open.forEach(page -> page.await(name));
                Site.close(author, site.send(author, site.drawings(), name, 1));
                long answered = System.nanoTime();
                Crowd.until(() -> open.stream().allMatch(OpenPage::told), MOST_SECONDS);
                open.forEach(page -> told.add(page.toldAfter(answered)));
            }
            double until = from + Crowd.since(begin);
            for (OpenPage page : open) {
                page.close();
            }
            Crowd.until(() -> open.stream().allMatch(OpenPage::quiet), MOST_SECONDS);
            double early = least(collections, from + (until - from) / 5, from + 2 * (until - from) / 5);
            double late = least(collections, until - (until - from) / 5, until);
            return List.of(
                    Measure.within("l", "from the closing of a drop to the line in the tray of " + BROWSERS
                            + " connected browsers, one drop every 3 s, 95th percentile, s", Crowd.quantile(told, 0.95), 1),
                    Measure.within("l", "most heap in use before a collection meanwhile, MB (the server runs with 512)",
                            HeapLog.read(collections).stream().mapToDouble(HeapLog.Collection::before).max().orElseThrow(), 512),
                    Measure.atMost("l", "least heap in use after a collection in the last fifth of " + Math.round(minutes)
                            + " minutes, MB", late, "in the second fifth", early, 1.2));
        } finally {
            Site.delete(data);
            Files.delete(collections);
        }
    }

    private static double least(Path collections, double from, double until) throws java.io.IOException {
        return HeapLog.read(collections).stream().filter(c -> c.at() >= from && c.at() <= until).mapToDouble(HeapLog.Collection::after)
                .min().orElseThrow();
    }
}
