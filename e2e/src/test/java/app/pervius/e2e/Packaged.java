package app.pervius.e2e;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;

/** The packaged application, started as a user starts it; it ends with the tests, or when it is closed. */
final class Packaged implements AutoCloseable {

    private static final int MOST_MINUTES_TO_START = 4;
    static final Path APP = Path.of("..", "target", "app").toAbsolutePath().normalize();

    private final Process process;
    private final String address;
    private final Output output;
    private final String said;

    private Packaged(Process process, String address, Output output, String said) {
        this.process = process;
        this.address = address;
        this.output = output;
        this.said = said;
    }

    /**
     * Starts it and waits until it says so.
     *
     * @param mode {@code demo} or {@code serve}
     * @param ready what a line of its output holds once it answers
     */
    static Packaged start(String mode, Path data, String ready) {
        return start(mode, data, ready, freePort(), List.of());
    }

    /** The same on a port, with further options. */
    static Packaged start(String mode, Path data, String ready, int port, List<String> more) {
        List<String> command = new ArrayList<>(List.of(APP.resolve("pervius").toString(), mode, "--data", data.toString(), "--port",
                String.valueOf(port)));
        command.addAll(more);
        try {
            ProcessBuilder builder = new ProcessBuilder(command).redirectErrorStream(true);
            // It runs for minutes here: optimising what is asked of it takes longer than that saves.
            builder.environment().putAll(Map.of("JAVA_HOME", System.getProperty("java.home"), "PERVIUS_JAVA_OPTIONS",
                    "-XX:TieredStopAtLevel=1"));
            Process process = builder.start();
            Runtime.getRuntime().addShutdownHook(new Thread(process::destroy));
            Output output = new Output(process, mode, ready);
            return new Packaged(process, "http://127.0.0.1:" + port, output, output.whenReady());
        } catch (IOException e) {
            throw new IllegalStateException("the " + mode + " could not be started", e);
        }
    }

    /** What a process says, line by line. */
    private static final class Output {
        private final Process process;
        private final String mode;
        private final List<String> lines = Collections.synchronizedList(new ArrayList<>());
        private final CompletableFuture<String> ready = new CompletableFuture<>();
        private final Thread reading;

        Output(Process process, String mode, String readyWith) {
            this.process = process;
            this.mode = mode;
            this.reading = Thread.ofPlatform().daemon().start(() -> read(readyWith));
        }

        private void read(String readyWith) {
            try (BufferedReader reader = new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8))) {
                for (String each = reader.readLine(); each != null; each = reader.readLine()) {
                    System.out.println(mode + ": " + each);
                    lines.add(each);
                    if (each.contains(readyWith)) {
                        ready.complete(each);
                    }
                }
            } catch (IOException e) {
                lines.add("output lost: " + e.getMessage());
            }
        }

        String whenReady() {
            try {
                return ready.get(MOST_MINUTES_TO_START, TimeUnit.MINUTES);
            } catch (InterruptedException | ExecutionException | TimeoutException e) {
                process.destroy();
                throw new IllegalStateException("the " + mode + " did not become ready: " + lines, e);
            }
        }
    }

    /** Stops it as an operator does and gives all it has said once it has ended. */
    List<String> stopped() throws InterruptedException {
        // Not the process itself, which would have its output closed at once.
        process.toHandle().destroy();
        if (!process.waitFor(MOST_MINUTES_TO_START, TimeUnit.MINUTES)) {
            throw new IllegalStateException("it does not stop: " + output.lines);
        }
        output.reading.join();
        return List.copyOf(output.lines);
    }

    static int freePort() {
        try (ServerSocket socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    String address() {
        return address;
    }

    /** The line it said it was ready with. */
    String said() {
        return said;
    }

    @Override
    public void close() {
        process.destroy();
    }
}
