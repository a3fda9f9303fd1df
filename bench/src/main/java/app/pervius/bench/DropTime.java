package app.pervius.bench;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.locks.LockSupport;
import org.springframework.jdbc.core.simple.JdbcClient;

/** (t) one drop of 5,000 files: until all of it is in review, and how long others wait for their answers meanwhile. */
final class DropTime implements Bench.Part {

    private static final long PAUSE_NANOS = Duration.ofMillis(20).toNanos();
    private static final int WARM = 500;
    private static final int WARMING = 4;

    private final int files;

    DropTime(double scale) {
        files = (int) (5_000 * scale);
    }

    /** Milliseconds that others waited, for what they read and for what they wrote. */
    private record Others(List<Double> reading, List<Double> writing) {
    }

    @Override
    public List<Measure> measure() throws Exception {
        try (Site.Here here = Site.here(Map.of())) {
            for (int i = 0; i < WARMING; i++) {
                double seconds = dropped(here, "warm " + i, WARM, new Others(new ArrayList<>(), new ArrayList<>()));
                System.err.printf("    %d files in review after %.1f s%n", WARM, seconds);
            }
            Others others = new Others(new ArrayList<>(), new ArrayList<>());
            double seconds = dropped(here, "drop", files, others);
            return List.of(Measure.within("t", "a drop of " + files + " files, from its closing until all are in review, s", seconds, 15),
                    Measure.within("t", "a reviewer's Desk meanwhile, longest, ms", Crowd.quantile(others.reading(), 1), 1000),
                    Measure.within("t", "a submission that somebody else begins meanwhile, median, ms", Crowd.median(others.writing()),
                            1000),
                    Measure.within("t", "the same, longest, ms", Crowd.quantile(others.writing(), 1), 1000));
        }
    }

    private static double dropped(Site.Here here, String name, int files, Others others) throws Exception {
        Site site = here.site();
        JdbcClient jdbc = here.bean(JdbcClient.class);
        Person author = site.controller();
        long submission = site.send(author, site.drawings(), name, files);
        AtomicBoolean over = new AtomicBoolean();
        try (ExecutorService threads = Executors.newFixedThreadPool(2)) {
            Person reviewer = site.decider(0);
            Person other = site.controller();
            Future<?> reading = threads.submit(() -> again(over, others.reading(), () -> reviewer.bytes("/api/desk/reviews")));
            Future<?> writing = threads.submit(() -> again(over, others.writing(), () -> other.post("/api/folders/" + site.plain()
                    + "/submissions", Map.of("purpose", "meanwhile", "files", List.of(Map.of("name", "Meanwhile.pdf", "size", 1))))));
            long begin = System.nanoTime();
            Site.close(author, submission);
            System.err.printf("    closed after %.1f s%n", Crowd.since(begin));
            Crowd.until(() -> jdbc.sql("select count(*) from review_passage p join review r on r.id = p.review_id "
                    + "where r.submission_id = ? and r.state = 'OPEN'").param(submission).query(Long.class).single() == files, 300);
            double seconds = Crowd.since(begin);
            over.set(true);
            reading.get();
            writing.get();
            return seconds;
        }
    }

    private static void again(AtomicBoolean over, List<Double> took, Runnable call) {
        while (!over.get()) {
            long begin = System.nanoTime();
            call.run();
            took.add(Crowd.since(begin) * 1000);
            LockSupport.parkNanos(PAUSE_NANOS);
        }
    }
}
