package app.pervius.bench;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.locks.LockSupport;
import tools.jackson.databind.JsonNode;

/** (r) a directory with files of 200 KB taken in, beside uploads of as many; and how soon a file at rest is taken. */
final class DirectoryRate implements Bench.Part {

    private static final int SIZE = 200_000;
    private static final int EVERY = 2;
    private static final int SOON = 10;
    private static final long LOOK = Duration.ofMillis(50).toNanos();

    private final int files;
    private final UploadRate uploads;
    private final byte[] noise = new byte[SIZE];
    private long made;

    DirectoryRate(double scale) {
        files = (int) Math.max(50, 1000 * scale);
        uploads = new UploadRate(scale);
        new Random(2).nextBytes(noise);
    }

    @Override
    public List<Measure> measure() throws Exception {
        Path root = Files.createTempDirectory("pervius-directories");
        try (Site.Here here = Site.here(Map.of("pervius.directories.below", root.toString()))) {
            Path in = Files.createDirectory(root.resolve("in"));
            Person ines = here.site().controller();
            long person = ines.get("/api/session").get("actor").get("memberships").get(Long.toString(here.site().project())).get("person")
                    .asLong();
            JsonNode directory = ines.post("/api/projects/" + here.site().project() + "/directories", Map.of("folder", here.site().plain(),
                    "path", in.toString(), "everySeconds", EVERY, "restSeconds", 0, "author", person, "authors", List.of(),
                    "quietSeconds", 2, "switchedOn", true, "version", 0));
            long id = directory.get("id").asLong();
            put(in, files / 10);
            awaitEmpty(in);
            double uploaded = uploads.ours(here.site());
            // Written aside and moved in together, so that writing them is not measured.
            Path aside = Files.createDirectory(root.resolve("aside"));
            put(aside, files);
            turn(ines, id, false);
            try (var all = Files.list(aside)) {
                for (Path file : all.toList()) {
                    Files.move(file, in.resolve(file.getFileName()));
                }
            }
            long begun = System.nanoTime();
            turn(ines, id, true);
            awaitEmpty(in);
            double taken = (System.nanoTime() - begun) / 1e9 / files;
            double longest = 0;
            for (int i = 0; i < SOON; i++) {
                long put = System.nanoTime();
                put(in, 1);
                awaitEmpty(in);
                longest = Math.max(longest, (System.nanoTime() - put) / 1e9);
            }
            return List.of(Measure.atLeast("r", "files of 200 KB taken from a directory per second", 1 / taken, "uploads from 8 clients",
                    uploads.files() / uploaded, 0.6),
                    Measure.within("r", "seconds until a file at rest is taken, longest of " + SOON + ", looked at every " + EVERY, longest,
                            EVERY + 1));
        } finally {
            Site.delete(root);
        }
    }

    private static void turn(Person who, long directory, boolean on) {
        who.put("/api/directories/" + directory + "/switched-on", on);
    }

    private void put(Path where, int count) throws IOException {
        for (int i = 0; i < count; i++) {
            byte[] bytes = noise.clone();
            ByteBuffer.wrap(bytes).putLong(++made).putLong(System.nanoTime());
            Path part = where.resolve("file " + made + ".part");
            Files.write(part, bytes);
            Files.move(part, where.resolve("file " + made + ".bin"));
        }
    }

    private static void awaitEmpty(Path directory) throws IOException {
        while (true) {
            try (var left = Files.list(directory)) {
                if (left.findAny().isEmpty()) {
                    return;
                }
            }
            LockSupport.parkNanos(LOOK);
        }
    }
}
