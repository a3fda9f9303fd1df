package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The Debian package of the built application, unpacked as it would be installed, and started as its unit starts it. */
class DebianPackageTest {

    private static final Path ROOT = Path.of("..").toAbsolutePath().normalize();

    @TempDir
    Path directory;

    private String run(List<String> command) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor(2, TimeUnit.MINUTES)).isTrue();
        assertThat(process.exitValue()).as("%s: %s", command, said).isZero();
        return said.strip();
    }

    @Test
    void itIsUnpackedStartedByItsCommandAndStoppedAsItsUnitDoes() throws Exception {
        String file = run(List.of(ROOT.resolve("packaging/build.sh").toString(), ROOT.resolve("target/app").toString(),
                directory.toString()));
        assertThat(run(List.of("dpkg-deb", "-I", file))).contains("Package: pervius", "java25-runtime-headless");
        Path root = directory.resolve("root");
        run(List.of("dpkg-deb", "-x", file, root.toString()));
        assertThat(run(List.of("dpkg-deb", "-c", file)).lines()).as("everything is root's").isNotEmpty().allMatch(l -> l.contains(
                " root/root "));
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(root.resolve("etc/pervius/pervius.conf"))))
                .as("options may name a file with a password").isEqualTo("rw-r-----");
        String unit = Files.readString(root.resolve("usr/lib/systemd/system/pervius.service"));
        assertThat(unit).contains("ExecStart=/usr/bin/pervius serve --data /var/lib/pervius $PERVIUS_OPTIONS", "User=pervius",
                "UMask=0077");
        assertThat(root.resolve("usr/share/doc/pervius/operating.md")).exists();

        int port = Packaged.freePort();
        Process pervius = new ProcessBuilder(root.resolve("usr/bin/pervius").toString(), "serve", "--data",
                directory.resolve("data").toString(), "--port", String.valueOf(port), "--log-json").redirectErrorStream(true)
                .redirectOutput(directory.resolve("said").toFile()).start();
        try (HttpClient http = HttpClient.newHttpClient()) {
            assertThat(health(http, port, pervius)).contains("\"UP\"");
        } finally {
            pervius.destroy();
            assertThat(pervius.waitFor(1, TimeUnit.MINUTES)).isTrue();
        }
        assertThat(pervius.exitValue()).as("a stop that was asked for").isEqualTo(143);
        assertThat(Files.readAllLines(directory.resolve("data/seals.log"))).last().asString().contains("\"STOP\"");
    }

    private String health(HttpClient http, int port, Process pervius) throws InterruptedException, IOException {
        HttpRequest asked = HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + "/actuator/health"))
                .timeout(Duration.ofSeconds(5)).build();
        long end = System.nanoTime() + TimeUnit.MINUTES.toNanos(2);
        while (System.nanoTime() < end && pervius.isAlive()) {
            try {
                String said = http.send(asked, BodyHandlers.ofString()).body();
                if (said.contains("\"UP\"")) {
                    return said;
                }
            } catch (IOException notYet) {
                assertThat(pervius.isAlive()).as("it did not answer: " + Files.readString(directory.resolve("said"))).isTrue();
            }
            pervius.waitFor(200, TimeUnit.MILLISECONDS);
        }
        throw new AssertionError("it did not answer: " + Files.readString(directory.resolve("said")));
    }
}
