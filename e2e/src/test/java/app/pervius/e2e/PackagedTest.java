package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.json.Json;

/** What the built application consists of. */
class PackagedTest {

    private static final Path APP = Path.of("..", "target", "app");

    private static List<String> names(String directory) throws IOException {
        try (Stream<Path> files = Files.list(APP.resolve(directory))) {
            return files.map(f -> f.getFileName().toString()).toList();
        }
    }

    @Test
    void theTestSystemsOfTheDemoAreNotAmongWhatServeLoads() throws IOException {
        assertThat(names("lib")).hasSizeGreaterThan(80).noneMatch(n ->
                n.matches("(greenmail|mock-oauth2|mockwebserver|springdoc|junit|netty|kotlinx|kotlin-reflect|kotlin-logging).*"));
        assertThat(names("demo")).anyMatch(n -> n.startsWith("greenmail")).anyMatch(n -> n.startsWith("mock-oauth2-server"));
    }

    @Test
    void aStopSaysThatItIsOneAndWhatItTook(@TempDir Path data) throws Exception {
        try (Packaged serve = Packaged.start("serve", data.resolve("data"), "code=")) {
            assertThat(serve.stopped()).filteredOn(line -> line.startsWith("Stop")).satisfiesExactly(
                    begins -> assertThat(begins).isEqualTo("Stopping: calls under way are answered, and everything is written to the "
                            + "disk."),
                    ended -> assertThat(ended).matches("Stopped after \\d+\\.\\d s\\."));
        }
    }

    @Test
    void itsPartsAreListed() throws IOException {
        for (String list : List.of("sbom.json", "sbom-web.json")) {
            Map<?, ?> bom = new Json().toType(Files.readString(APP.resolve(list)), Map.class);
            assertThat(bom.get("bomFormat")).as(list).isEqualTo("CycloneDX");
            assertThat((List<?>) bom.get("components")).as(list).hasSizeGreaterThan(10);
        }
        assertThat(Files.readString(APP.resolve("sbom.json"))).contains("spring-security-webauthn").doesNotContain("greenmail");
    }
}
