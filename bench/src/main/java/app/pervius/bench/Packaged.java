package app.pervius.bench;

import java.io.BufferedReader;
import java.io.File;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.HttpURLConnection;
import java.net.ServerSocket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.Collectors;

/** A Java application as its own process, ours as it is built or another, on a port of its own. */
final class Packaged implements AutoCloseable {

    static final Path APP = Path.of("target", "app");
    private static final int MOST_SECONDS = 180;

    private final Process process;
    private final int port;
    private final long begun;
    private final BlockingQueue<String> said = new ArrayBlockingQueue<>(1000);

    private Packaged(List<String> command, int port, String options) throws IOException {
        this.port = port;
        begun = System.nanoTime();
        ProcessBuilder builder = new ProcessBuilder(command).redirectErrorStream(true);
        builder.environment().putAll(Map.of("JAVA_HOME", System.getProperty("java.home"), "PERVIUS_JAVA_OPTIONS", options));
        process = builder.start();
        Thread.ofPlatform().daemon().start(() -> {
            try (BufferedReader output = new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8))) {
                output.lines().forEach(said::offer);
            } catch (IOException e) {
                said.offer("output lost: " + e.getMessage());
            }
        });
    }

    /** Starts ours with these options for the virtual machine; {@code what} is the command and its arguments, without the port. */
    static Packaged ours(List<String> options, String... what) throws IOException {
        int port = freePort();
        List<String> command = new ArrayList<>(List.of(APP.resolve("pervius").toString()));
        command.addAll(List.of(what));
        // What is measured is how fast it is, not when it is too much of one caller.
        command.addAll(List.of("--setting", "pervius.calls.per-minute=10000000"));
        command.addAll(List.of("--port", Integer.toString(port)));
        return new Packaged(command, port, String.join(" ", options));
    }

    /** Starts a class of ours in {@code jar} with the libraries of the application. */
    static Packaged bare(Path jar, String mainClass, Path cache) throws IOException {
        int port = freePort();
        return new Packaged(List.of(java(), "-XX:AOTCache=" + cache, "-cp", classPath(jar), mainClass, "--server.port=" + port), port, "");
    }

    static String classPath(Path jar) {
        return jar + File.pathSeparator + Arrays.stream(Objects.requireNonNull(APP.resolve("lib").toFile().listFiles()))
                .filter(lib -> !lib.getName().startsWith("pervius")).map(File::toString).sorted()
                .collect(Collectors.joining(File.pathSeparator));
    }

    static String java() {
        return ProcessHandle.current().info().command().orElse("java");
    }

    String address() {
        return "http://127.0.0.1:" + port;
    }

    /** Waits for the first answer to {@code path}; gives the seconds since the start. */
    double firstAnswer(String path) {
        while (Crowd.since(begun) < MOST_SECONDS && process.isAlive()) {
            try {
                HttpURLConnection connection = (HttpURLConnection) URI.create(address() + path).toURL().openConnection();
                if (connection.getResponseCode() == 200) {
                    return Crowd.since(begun);
                }
            } catch (IOException notYet) {
                LockSupport.parkNanos(3_000_000);
            }
        }
        throw new IllegalStateException("no answer from " + address() + path + ": " + said);
    }

    /** Waits for a line it says that contains {@code text}. */
    String line(String text) throws InterruptedException {
        for (String line = said.poll(MOST_SECONDS, TimeUnit.SECONDS); line != null; line = said.poll(MOST_SECONDS, TimeUnit.SECONDS)) {
            if (line.contains(text)) {
                return line;
            }
        }
        throw new IllegalStateException("“" + text + "” was never said");
    }

    /** Sets up an empty one as {@link Site#setUp} does. */
    Site setUp() throws InterruptedException {
        return Site.setUp(address(), line("code=").replaceFirst(".*code=(\\S+).*", "$1"));
    }

    /** Has it give back all memory that nothing needs any more. */
    void collect() throws IOException, InterruptedException {
        String jcmd = Path.of(System.getProperty("java.home"), "bin", "jcmd").toString();
        Process asking = new ProcessBuilder(jcmd, String.valueOf(process.pid()), "GC.run").redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD).start();
        if (asking.waitFor() != 0) {
            throw new IllegalStateException("it was not asked for a collection");
        }
    }

    /** Ends it without a word, as the machine does that has no memory left. */
    void kill() throws InterruptedException {
        process.destroyForcibly().waitFor();
    }

    @Override
    public void close() {
        stop();
    }

    /** Has it stop, if it has not yet; gives the seconds it took. */
    double stop() {
        long asked = System.nanoTime();
        // By its handle, which leaves its output open to be read to the end.
        process.toHandle().destroy();
        try {
            if (!process.waitFor(30, TimeUnit.SECONDS)) {
                process.destroyForcibly().waitFor();
            }
        } catch (InterruptedException e) {
            process.destroyForcibly();
        }
        return Crowd.since(asked);
    }

    private static int freePort() throws IOException {
        try (ServerSocket free = new ServerSocket(0)) {
            return free.getLocalPort();
        }
    }

    static Path directory(String name) throws IOException {
        return Files.createTempDirectory("pervius-" + name);
    }
}
