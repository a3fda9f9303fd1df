package app.pervius.bench;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.jar.JarEntry;
import java.util.jar.JarOutputStream;

/** (f) start to first answer with the demo data, beside a bare application started the same way: extracted, with a cache. */
final class StartTime implements Bench.Part {

    private static final int TIMES = 7;

    @Override
    public List<Measure> measure() throws Exception {
        Path data = Packaged.directory("bench-demo");
        Path floor = Packaged.directory("bench-bare");
        Files.delete(data);
        try {
            try (Packaged demo = Packaged.ours(List.of(), "demo", "--data", data.toString())) {
                demo.line("demo is ready");
            }
            Path jar = floor.resolve("bare.jar");
            pack(jar);
            Path cache = train(jar, floor.resolve("bare.aot"));
            List<Double> ours = new ArrayList<>();
            List<Double> bare = new ArrayList<>();
            for (int i = 0; i < TIMES; i++) {
                try (Packaged one = Packaged.ours(List.of(), "serve", "--data", data.toString())) {
                    ours.add(one.firstAnswer("/api/entrance"));
                }
                try (Packaged one = Packaged.bare(jar, BareApplication.class.getName(), cache)) {
                    bare.add(one.firstAnswer("/well"));
                }
            }
            return List.of(Measure.atMost("f", "start to first answer with the demo data, median of " + TIMES + ", s", Crowd.median(ours),
                    "bare Spring Boot with the same libraries", Crowd.median(bare), 2));
        } finally {
            Site.delete(data);
            Site.delete(floor);
        }
    }

    private static Path train(Path jar, Path cache) throws IOException, InterruptedException {
        Process training = new ProcessBuilder(Packaged.java(), "-XX:AOTCacheOutput=" + cache, "-Dspring.context.exit=onRefresh", "-cp",
                Packaged.classPath(jar),
                BareApplication.class.getName(), "--server.port=0").redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD).start();
        if (!training.waitFor(3, TimeUnit.MINUTES) || !Files.exists(cache)) {
            training.destroyForcibly();
            throw new IllegalStateException("no cache could be made for the bare application");
        }
        return cache;
    }

    /** A cache can only be made for classes in a jar. */
    private static void pack(Path jar) throws IOException {
        String name = BareApplication.class.getName().replace('.', '/') + ".class";
        try (OutputStream out = Files.newOutputStream(jar); JarOutputStream packed = new JarOutputStream(out);
                InputStream bytes = BareApplication.class.getClassLoader().getResourceAsStream(name)) {
            packed.putNextEntry(new JarEntry(name));
            java.util.Objects.requireNonNull(bytes).transferTo(packed);
        }
    }
}
