package app.pervius.e2e;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;

/** The packaged application, started as a user starts it; it ends with the tests, or when it is closed. */
final class Packaged implements AutoCloseable {

    private static final int MOST_MINUTES_TO_START = 4;
    private static final Path APP = Path.of("..", "target", "app").toAbsolutePath().normalize();

    private final Process process;
    private final String address;
    private final String said;

    private Packaged(Process process, String address, String said) {
        this.process = process;
        this.address = address;
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
            builder.environment().put("JAVA_HOME", System.getProperty("java.home"));
            Process process = builder.start();
            Runtime.getRuntime().addShutdownHook(new Thread(process::destroy));
            return new Packaged(process, "http://127.0.0.1:" + port, whenReady(process, mode, ready));
        } catch (IOException e) {
            throw new IllegalStateException("the " + mode + " could not be started", e);
        }
    }

    private static String whenReady(Process process, String mode, String ready) {
        CompletableFuture<String> line = new CompletableFuture<>();
        List<String> output = new ArrayList<>();
        Thread.ofPlatform().daemon().start(() -> {
            try (BufferedReader reader = new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8))) {
                for (String each = reader.readLine(); each != null; each = reader.readLine()) {
                    System.out.println(mode + ": " + each);
                    output.add(each);
                    if (each.contains(ready)) {
                        line.complete(each);
                    }
                }
            } catch (IOException e) {
                output.add("output lost: " + e.getMessage());
            }
        });
        try {
            return line.get(MOST_MINUTES_TO_START, TimeUnit.MINUTES);
        } catch (InterruptedException | ExecutionException | TimeoutException e) {
            process.destroy();
            throw new IllegalStateException("the " + mode + " did not become ready: " + output, e);
        }
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
