package app.pervius.server;

import app.pervius.server.due.Due;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Predicate;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.util.FileSystemUtils;
import org.springframework.util.function.SingletonSupplier;

/** Starts the real application with the demo data once for all tests, on a free port and a real database file. */
public final class Running implements ParameterResolver {

    private static final ExtensionContext.Namespace SPACE = ExtensionContext.Namespace.create(Running.class);

    private static final Supplier<Path> MADE = SingletonSupplier.of(Running::made);

    /** A running application; closed when all tests are over. */
    public record App(ConfigurableApplicationContext context, Path data) implements AutoCloseable {

        public String address() {
            return "http://127.0.0.1:" + ((WebServerApplicationContext) context).getWebServer().getPort();
        }

        public <T> T bean(Class<T> type) {
            return context.getBean(type);
        }

        /** A client signed in as a demo person. */
        public Client as(String name) {
            return new Client(address()).demo(name);
        }

        /** Everything that is looked after by the clock is, once, before this returns. */
        public void look() {
            bean(Due.class).lookNow();
        }

        /** What is read once it is as wanted, with everything looked after before each reading. */
        public <T> T until(Supplier<T> reading, Predicate<T> wanted) {
            return Client.until(() -> {
                look();
                return reading.get();
            }, wanted);
        }

        public Client nobody() {
            return new Client(address());
        }

        @Override
        public void close() {
            context.close();
        }
    }

    public static App start(String profile, Map<String, Object> more) {
        // A directory of the test's own is its own affair.
        boolean made = profile.equals("demo") && !more.containsKey("pervius.data");
        return startOn(made ? copyOf(MADE.get()) : directory("pervius-test"), profile, more);
    }

    /** What every demo begins with: made once, since that takes longer than all else of a start. */
    private static Path made() {
        try (App app = startOn(directory("pervius-test-made"), "demo", Map.of())) {
            return app.data();
        }
    }

    /** A new directory, gone once all tests have ended. */
    public static Path directory(String name) {
        try {
            Path made = Files.createTempDirectory(name);
            Runtime.getRuntime().addShutdownHook(new Thread(() -> FileSystemUtils.deleteRecursively(made.toFile())));
            return made;
        } catch (java.io.IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    /** A copy of a directory nobody writes to, gone once all tests have ended. */
    public static Path copyOf(Path from) {
        Path to = directory("pervius-test");
        try (Stream<Path> all = Files.walk(from)) {
            for (Path path : all.toList()) {
                Path copy = to.resolve(from.relativize(path));
                if (Files.isDirectory(path)) {
                    Files.createDirectories(copy);
                } else {
                    Files.copy(path, copy, StandardCopyOption.COPY_ATTRIBUTES);
                }
            }
        } catch (java.io.IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
        return to;
    }

    /** The same on data that is there. */
    public static App startOn(Path data, String profile, Map<String, Object> more) {
        Map<String, Object> settings = new LinkedHashMap<>(Map.of("pervius.data", data.toString(), "server.address", "127.0.0.1",
                "server.port", 0,
                "spring.profiles.active", profile, "springdoc.api-docs.path", "/api/openapi-of-the-code",
                "springdoc.default-produces-media-type", "application/json",
                "springdoc.default-consumes-media-type", "application/json", "pervius.calls.per-minute", 1_000_000));
        // The last weeks of one project are enough for tests.
        settings.put("pervius.demo.whole", false);
        // What happens by the clock happens when a test says so.
        settings.put("pervius.clockwork", false);
        // What stands in for other systems runs here.
        settings.put("pervius.reach", "127.0.0.1");
        settings.put("pervius.directories.below", System.getProperty("java.io.tmpdir"));
        settings.putAll(more);
        // As arguments, because those win over what the application itself has set.
        return new App(new SpringApplication(Pervius.class).run(settings.entrySet().stream()
                .map(e -> "--" + e.getKey() + "=" + e.getValue()).toArray(String[]::new)), data);
    }

    @Override
    public boolean supportsParameter(ParameterContext parameter, ExtensionContext context) {
        return parameter.getParameter().getType() == App.class;
    }

    @Override
    public Object resolveParameter(ParameterContext parameter, ExtensionContext context) {
        return context.getRoot().getStore(SPACE).getOrComputeIfAbsent("app", key -> new Stored(start("demo", Map.of())), Stored.class)
                .app();
    }

    private record Stored(App app) implements AutoCloseable {
        @Override
        public void close() {
            app.close();
        }
    }
}
