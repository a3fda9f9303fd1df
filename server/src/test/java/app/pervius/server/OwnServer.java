package app.pervius.server;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** Pervius as a process of its own, which can be killed. */
final class OwnServer {

    private static final int MINUTES_TO_START = 2;
    private static final int SECONDS_TO_END = 60;
    private static final String IT_HAS_ENDED = "it has ended";

    private final Process process;
    private final String address;
    private final BlockingQueue<String> ready = new ArrayBlockingQueue<>(1);
    private final StringBuffer all = new StringBuffer();
    private final @Nullable String line;

    private OwnServer(ProcessBuilder starting, int port) throws IOException, InterruptedException {
        process = starting.redirectErrorStream(true).start();
        address = "http://127.0.0.1:" + port;
        Thread.ofPlatform().daemon().start(this::listen);
        line = ready.poll(MINUTES_TO_START, TimeUnit.MINUTES);
    }

    /** Starts it on a free port and waits until it says that it answers, has ended, or two minutes are over. */
    static OwnServer start(List<String> options, List<String> words) throws IOException, InterruptedException {
        int port = freePort();
        List<String> withPort = new ArrayList<>(words);
        withPort.addAll(List.of("--port", String.valueOf(port)));
        return new OwnServer(command(options, withPort), port);
    }

    /** As it was built, where its directory is named: that starts in a third of the time. Else from these classes. */
    private static ProcessBuilder command(List<String> options, List<String> words) {
        String built = System.getProperty("pervius.app", "");
        List<String> command = new ArrayList<>();
        if (built.isEmpty()) {
            command.add(ProcessHandle.current().info().command().orElse("java"));
            command.addAll(options);
            command.addAll(List.of("-cp", System.getProperty("surefire.test.class.path", System.getProperty("java.class.path")),
                    "app.pervius.server.Pervius"));
        } else {
            command.add(Path.of(built, "pervius").toString());
        }
        command.addAll(words);
        ProcessBuilder starting = new ProcessBuilder(command);
        starting.environment().putAll(Map.of("JAVA_HOME", System.getProperty("java.home"),
                "PERVIUS_JAVA_OPTIONS", String.join(" ", options)));
        return starting;
    }

    /** One that no client of the tests beside this one is given while the server starts, since those are above 32,767. */
    private static int freePort() {
        return IntStream.generate(() -> ThreadLocalRandom.current().nextInt(20_000, 32_000)).filter(port -> {
            try (ServerSocket free = new ServerSocket(port)) {
                return free.isBound();
            } catch (IOException taken) {
                return false;
            }
        }).findFirst().orElseThrow();
    }

    private void listen() {
        try (BufferedReader output = new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8))) {
            for (String each = output.readLine(); each != null; each = output.readLine()) {
                all.append(each).append('\n');
                if (each.startsWith("Pervius is empty") || each.startsWith("Pervius answers")) {
                    ready.add(each);
                }
            }
            ready.offer(IT_HAS_ENDED);
        } catch (IOException gone) {
            ready.offer("gone: " + gone.getMessage());
        }
    }

    String address() {
        return address;
    }

    /** The line it said it was ready with; another one, or none, where it did not. */
    @Nullable String line() {
        return line;
    }

    /** Everything it has said so far. */
    String all() {
        return all.toString();
    }

    /** Whether it ended before it said that it answers. */
    boolean hasEndedAtTheStart() {
        return IT_HAS_ENDED.equals(line);
    }

    void kill() throws InterruptedException {
        process.destroyForcibly().waitFor();
    }

    /** How it ended by itself; -1 if it has not within a minute. */
    int ended() throws InterruptedException {
        return process.waitFor(SECONDS_TO_END, TimeUnit.SECONDS) ? process.exitValue() : -1;
    }
}
