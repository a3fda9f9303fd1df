package app.pervius.bench;

import app.pervius.server.backup.BackupRun;
import app.pervius.server.backup.Keep;
import app.pervius.server.backup.Place;
import app.pervius.server.store.DiskFlush;
import java.io.IOException;
import java.net.http.HttpRequest.BodyPublishers;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.IntStream;

/** (s) how long 8 clients wait for an answer while backups of everything are made one after the other, beside the same without. */
final class BackupLoad implements Bench.Part {

    private static final int CLIENTS = 8;
    private static final int SIZE = 200_000;
    private static final int ROUNDS = 3;

    private final double seconds;
    private final int files;
    private final AtomicLong sent = new AtomicLong();
    private final byte[] noise = new byte[SIZE];

    BackupLoad(double scale) {
        seconds = Math.max(2, 8 * scale);
        files = (int) Math.max(50, 1000 * scale);
        new Random(1).nextBytes(noise);
    }

    @Override
    public List<Measure> measure() throws Exception {
        Path backups = Files.createTempDirectory("pervius-backups");
        try (Site.Here here = Site.here(Map.of())) {
            List<Person> people = IntStream.range(0, CLIENTS).mapToObj(i -> here.site().controller()).toList();
            Crowd.seconds(CLIENTS, which -> {
                for (int i = which; i < files; i += CLIENTS) {
                    hand(here.site(), people.get(which));
                }
            });
            Crowd.warmUp(() -> waits(here.site(), people));
            List<Double> alone = new ArrayList<>();
            List<Double> meanwhile = new ArrayList<>();
            AtomicInteger made = new AtomicInteger();
            for (int round = 0; round < ROUNDS; round++) {
                alone.addAll(waits(here.site(), people));
                AtomicBoolean enough = new AtomicBoolean();
                Thread backing = Thread.ofPlatform().start(() -> {
                    while (!enough.get()) {
                        backup(here, backups.resolve("of everything " + made.incrementAndGet()));
                    }
                });
                meanwhile.addAll(waits(here.site(), people));
                enough.set(true);
                backing.join();
            }
            System.err.printf("    %d backups of everything were made%n", made.get());
            return List.of(measure("median", alone, meanwhile, 0.5), measure("95 of 100", alone, meanwhile, 0.95));
        } finally {
            Site.delete(backups);
        }
    }

    private static Measure measure(String which, List<Double> alone, List<Double> meanwhile, double share) {
        return Measure.atMost("s", "answers to 8 clients that hand in files of 200 KB while backups are made, " + which + ", ms",
                Crowd.quantile(meanwhile, share) * 1000, "the same without", Crowd.quantile(alone, share) * 1000, 2);
    }

    private static void backup(Site.Here here, Path to) {
        try {
            BackupRun.make(out -> here.bean(DiskFlush.class).copyTo(here.data().resolve("db/pervius.mv.db"), out), here.data(),
                    Place.directory(to), Keep.USUAL, Instant.now(), progress -> { });
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Has all of them hand in for a while; gives how long each waited for each answer, in seconds. */
    private List<Double> waits(Site site, List<Person> people) {
        ConcurrentLinkedQueue<Double> all = new ConcurrentLinkedQueue<>();
        long begun = System.nanoTime();
        Crowd.seconds(CLIENTS, which -> {
            while (Crowd.since(begun) < seconds) {
                all.addAll(hand(site, people.get(which)));
            }
        });
        return List.copyOf(all);
    }

    private List<Double> hand(Site site, Person author) throws IOException {
        byte[] bytes = noise.clone();
        ByteBuffer.wrap(bytes).putLong(sent.incrementAndGet()).putLong(System.nanoTime());
        List<Double> waits = new ArrayList<>();
        long begun = System.nanoTime();
        long id = author.post("/api/folders/" + site.plain() + "/submissions", Map.of("purpose", "measured", "files",
                List.of(Map.of("name", "backed up " + ByteBuffer.wrap(bytes).getLong() + ".bin", "size", SIZE)))).get("id").asLong();
        waits.add(Crowd.since(begun));
        begun = System.nanoTime();
        author.putBytes("/api/submissions/" + id + "/files/0", BodyPublishers.ofByteArray(bytes));
        waits.add(Crowd.since(begun));
        begun = System.nanoTime();
        Site.close(author, id);
        waits.add(Crowd.since(begun));
        return waits;
    }
}
