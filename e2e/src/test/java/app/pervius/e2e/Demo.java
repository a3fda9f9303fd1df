package app.pervius.e2e;

import java.io.BufferedReader;
import java.io.File;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;

/** The packaged application with the demo data, started once for all tests as a user starts it. */
final class Demo {

    private static final int MOST_MINUTES_TO_START = 4;
    private static Demo running;

    private final String address;

    private Demo(String address) {
        this.address = address;
    }

    static synchronized String address() {
        if (running == null) {
            running = start();
        }
        return running.address;
    }

    private static Demo start() {
        String given = System.getProperty("pervius.address", "");
        return given.isEmpty() ? startPackaged() : new Demo(given);
    }

    private static Demo startPackaged() {
        Path app = Path.of("..", "target", "app").toAbsolutePath().normalize();
        Path data = Path.of("target", "demo").toAbsolutePath();
        int port = freePort();
        List<String> command = new ArrayList<>(List.of(ProcessHandle.current().info().command().orElse("java")));
        if (Files.exists(app.resolve("pervius.aot"))) {
            command.add("-XX:AOTCache=" + app.resolve("pervius.aot"));
        }
        command.addAll(List.of("-cp", app.resolve("pervius.jar") + File.pathSeparator + app.resolve("demo") + "/*",
                "app.pervius.server.Pervius", "demo", "--data", data.toString(), "--port", String.valueOf(port)));
        try {
            Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
            Runtime.getRuntime().addShutdownHook(new Thread(process::destroy));
            waitUntilReady(process);
        } catch (IOException | InterruptedException e) {
            throw new IllegalStateException("the demo could not be started", e);
        }
        return new Demo("http://127.0.0.1:" + port);
    }

    private static void waitUntilReady(Process process) throws InterruptedException {
        CountDownLatch ready = new CountDownLatch(1);
        List<String> output = new ArrayList<>();
        Thread.ofPlatform().daemon().start(() -> {
            try (BufferedReader reader = new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8))) {
                for (String line = reader.readLine(); line != null; line = reader.readLine()) {
                    System.out.println("demo: " + line);
                    output.add(line);
                    if (line.contains("demo is ready")) {
                        ready.countDown();
                    }
                }
            } catch (IOException e) {
                output.add("output lost: " + e.getMessage());
            }
        });
        if (!ready.await(MOST_MINUTES_TO_START, TimeUnit.MINUTES)) {
            process.destroy();
            throw new IllegalStateException("the demo did not become ready: " + output);
        }
    }

    private static int freePort() {
        try (ServerSocket socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }
}
