package app.pervius.bench;

import jakarta.servlet.http.HttpServlet;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.InputStream;
import java.net.http.HttpRequest.BodyPublisher;
import java.net.http.HttpRequest.BodyPublishers;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.IntStream;
import org.apache.catalina.Context;
import org.apache.catalina.LifecycleException;
import org.apache.catalina.startup.Tomcat;

/** (a) uploads of 200 KB from 8 clients, until answered, beside a bare endpoint that hashes, flushes and renames. */
final class UploadRate implements Bench.Part {

    private static final int CLIENTS = 8;
    private static final int EACH = 25;
    private static final int SIZE = 200_000;
    private static final int ROUNDS = 3;

    private final int submissions;
    private final AtomicLong sent = new AtomicLong();
    private final byte[] noise = new byte[SIZE];

    UploadRate(double scale) {
        submissions = (int) Math.max(CLIENTS, 40 * scale);
        new Random(1).nextBytes(noise);
    }

    @Override
    public List<Measure> measure() throws Exception {
        Path kept = Files.createTempDirectory("pervius-floor");
        Tomcat bare = bare(kept);
        try (Site.Here here = Site.here(Map.of())) {
            String floor = "http://127.0.0.1:" + bare.getConnector().getLocalPort();
            Crowd.warmUp(() -> ours(here.site()));
            floor(floor);
            double ours = 0;
            double its = 0;
            for (int round = 0; round < ROUNDS; round++) {
                ours += ours(here.site());
                its += floor(floor);
            }
            double files = (double) ROUNDS * submissions * EACH;
            return List.of(Measure.atLeast("a", "uploads of 200 KB from 8 clients, 25 in a submission, answered per second", files / ours,
                    "bare endpoint", files / its, 0.5));
        } finally {
            bare.stop();
            bare.destroy();
            Site.delete(kept);
        }
    }

    /** How many files {@link #ours} uploads. */
    int files() {
        return submissions * EACH;
    }

    /** Uploads them; gives how long that took, in seconds. */
    double ours(Site site) {
        List<Person> authors = IntStream.range(0, CLIENTS).mapToObj(i -> site.controller()).toList();
        return Crowd.seconds(CLIENTS, which -> {
            Person author = authors.get(which);
            for (int i = which; i < submissions; i += CLIENTS) {
                long id = author.post("/api/folders/" + site.plain() + "/submissions",
                        Map.of("purpose", "measured", "files", IntStream.range(0, EACH)
                        .mapToObj(file -> Map.of("name", "upload " + sent.incrementAndGet() + ".bin", "size", SIZE)).toList())).get("id")
                        .asLong();
                for (int file = 0; file < EACH; file++) {
                    author.putBytes("/api/submissions/" + id + "/files/" + file, unlikeAnyOther());
                }
                Site.close(author, id);
            }
        });
    }

    private double floor(String address) {
        List<Person> clients = IntStream.range(0, CLIENTS).mapToObj(i -> new Person(address)).toList();
        return Crowd.seconds(CLIENTS, which -> {
            for (int i = which; i < submissions * EACH; i += CLIENTS) {
                clients.get(which).putBytes("/" + i, unlikeAnyOther());
            }
        });
    }

    private BodyPublisher unlikeAnyOther() {
        byte[] bytes = noise.clone();
        ByteBuffer.wrap(bytes).putLong(sent.incrementAndGet()).putLong(System.nanoTime());
        return BodyPublishers.ofByteArray(bytes);
    }

    @SuppressWarnings("deprecation")
    private static Tomcat bare(Path kept) throws LifecycleException {
        Tomcat tomcat = new Tomcat();
        tomcat.setBaseDir(kept.toString());
        tomcat.setPort(0);
        Context context = tomcat.addContext("", kept.toString());
        Tomcat.addServlet(context, "keep", new Keep(kept));
        context.addServletMappingDecoded("/*", "keep");
        tomcat.getConnector().setProperty("maxSwallowSize", "-1");
        tomcat.start();
        return tomcat;
    }

    /** Hashes what it is sent while writing it, forces it to the disk and renames it to its hash. */
    private static final class Keep extends HttpServlet {

        private final transient Path kept;

        Keep(Path kept) {
            this.kept = kept;
        }

        @Override
        protected void doGet(HttpServletRequest request, HttpServletResponse response) {
            response.setStatus(HttpServletResponse.SC_NO_CONTENT);
        }

        @Override
        protected void doPut(HttpServletRequest request, HttpServletResponse response) throws IOException {
            MessageDigest digest;
            try {
                digest = MessageDigest.getInstance("SHA-256");
            } catch (NoSuchAlgorithmException e) {
                throw new IllegalStateException(e);
            }
            Path part = Files.createTempFile(kept, "in", ".part");
            try (InputStream in = request.getInputStream(); FileChannel out = FileChannel.open(part, StandardOpenOption.WRITE)) {
                byte[] chunk = new byte[128 * 1024];
                for (int n = in.read(chunk); n >= 0; n = in.read(chunk)) {
                    digest.update(chunk, 0, n);
                    out.write(ByteBuffer.wrap(chunk, 0, n));
                }
                out.force(true);
            }
            Files.move(part, kept.resolve(HexFormat.of().formatHex(digest.digest())), StandardCopyOption.ATOMIC_MOVE);
            response.setStatus(HttpServletResponse.SC_NO_CONTENT);
        }
    }
}
