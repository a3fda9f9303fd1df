package app.pervius.server;

import app.pervius.server.store.DataDirectory;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.security.autoconfigure.UserDetailsServiceAutoConfiguration;
import org.springframework.scheduling.annotation.EnableScheduling;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** The server's command line: {@code serve} for real use, {@code demo} for Kestrel Weir. */
@SpringBootApplication(exclude = UserDetailsServiceAutoConfiguration.class)
@EnableScheduling
public class Pervius {

    /** The exit code when something outside Pervius has to be put right first. */
    private static final int CANNOT_START = 2;

    public static void main(String[] arguments) {
        int code = new CommandLine(new Commands()).execute(arguments);
        if (code != 0) {
            System.exit(code);
        }
    }

    @Command(name = "pervius", subcommands = {Serve.class, Demo.class}, description = "Document control on engineering projects.")
    static final class Commands {
    }

    @Command(name = "serve", description = "Starts Pervius on a data directory.")
    static final class Serve extends Start {

        @Option(names = "--data", required = true, description = "the data directory")
        Path data = Path.of("");
        @Option(names = "--address", description = "the address to listen on (default: ${DEFAULT-VALUE})")
        String address = "127.0.0.1";
        @Option(names = "--mail", description = "HOST:PORT of the mail server; without it messages wait")
        String mail = "";

        @Override
        public Integer call() {
            Map<String, Object> settings = new LinkedHashMap<>();
            if (!mail.isEmpty()) {
                int colon = mail.lastIndexOf(':');
                if (colon < 1 || !mail.substring(colon + 1).matches("\\d{1,5}")) {
                    return refuse("--mail wants HOST:PORT, such as mail.example.org:25, not “" + mail + "”.");
                }
                settings.put("spring.mail.host", mail.substring(0, colon));
                settings.put("spring.mail.port", mail.substring(colon + 1));
            }
            return start(data, address, settings);
        }
    }

    @Command(name = "demo", description = "Starts Pervius on a fresh copy of the demo project, on loopback only.")
    static final class Demo extends Start {

        @Option(names = "--data", required = true, description = "where the demo's data is made; emptied first")
        Path data = Path.of("");

        @Override
        public Integer call() {
            try {
                empty(data);
            } catch (IOException e) {
                return refuse("The demo's old data in " + data + " cannot be removed: " + e.getMessage() + ".");
            }
            return start(data, "127.0.0.1", Map.of("spring.profiles.active", "demo"));
        }

        /** Removes what an earlier demo left, unless a Pervius is still running on it. */
        private static void empty(Path data) throws IOException {
            if (!Files.isDirectory(data)) {
                return;
            }
            if (!Files.exists(data.resolve("pervius.lock"))) {
                throw new IOException("it was not made by Pervius");
            }
            try (FileChannel lock = DataDirectory.lock(data); Stream<Path> below = Files.walk(data)) {
                for (Path path : below.sorted(Comparator.reverseOrder()).toList()) {
                    if (!path.equals(data) && !path.endsWith("pervius.lock")) {
                        Files.delete(path);
                    }
                }
            } catch (DataDirectory.NotUsable e) {
                throw new IOException("a Pervius is running on it", e);
            }
        }
    }

    abstract static class Start implements Callable<Integer> {

        @Option(names = "--port", description = "the port to listen on (default: ${DEFAULT-VALUE})")
        int port = 8470;

        @Option(names = "--setting", description = "KEY=VALUE, any further setting", paramLabel = "KEY=VALUE")
        Map<String, String> settings = new LinkedHashMap<>();

        int start(Path data, String address, Map<String, Object> more) {
            if (!free(address, port)) {
                return refuse("Port " + port + " on " + address + " is in use; choose another with --port.");
            }
            try {
                FileChannel lock = DataDirectory.lock(data);
                Runtime.getRuntime().addShutdownHook(new Thread(() -> {
                    try {
                        lock.close();
                    } catch (IOException e) {
                        System.err.println("The lock could not be given back: " + e.getMessage());
                    }
                }));
            } catch (DataDirectory.NotUsable e) {
                return refuse(e.getMessage());
            }
            SpringApplication application = new SpringApplication(Pervius.class);
            Map<String, Object> all = new LinkedHashMap<>(more);
            all.put("pervius.data", data.toAbsolutePath().toString());
            all.put("server.address", address);
            all.put("server.port", port);
            all.putAll(settings);
            application.setDefaultProperties(all);
            application.run();
            return 0;
        }

        static int refuse(String sentence) {
            System.err.println(sentence);
            return CANNOT_START;
        }

        private static boolean free(String address, int port) {
            if (port == 0) {
                return true;
            }
            try (ServerSocket probe = new ServerSocket()) {
                probe.setReuseAddress(true);
                probe.bind(new InetSocketAddress(InetAddress.getByName(address), port));
                return true;
            } catch (IOException | IllegalArgumentException e) {
                return false;
            }
        }
    }
}
