package app.pervius.server;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Running.App;
import app.pervius.server.accounts.AccountBook;
import app.pervius.server.accounts.Links;
import app.pervius.server.accounts.Passwords;
import app.pervius.server.integrity.Integrity;
import app.pervius.server.store.DataDirectory;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

/**
 * Data directories as versions of Pervius left them that people had: the demo's data, made by that version, with its database's file
 * compacted and, where that is small, with its files. Each is brought over, and work goes on in it.
 */
@Execution(ExecutionMode.CONCURRENT)
class LandedVersionsTest {

    private static final String DRAWINGS = "Work in progress / Aldermoor Civils / Drawings";

    private static final String PASSWORD = "tidal heron ballast";

    @TempDir
    Path directory;

    private Path unpacked(String version) throws IOException {
        Path data = Files.createDirectory(directory.resolve(version));
        DataDirectory.closeToOthers(data);
        try (InputStream in = Objects.requireNonNull(getClass().getResourceAsStream("/landed/" + version + ".zip"));
                ZipInputStream zip = new ZipInputStream(in)) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                Path to = data.resolve(entry.getName());
                if (entry.isDirectory()) {
                    Files.createDirectories(to);
                } else {
                    Files.createDirectories(Objects.requireNonNull(to.getParent()));
                    Files.copy(zip, to);
                }
            }
        }
        return data;
    }

    @ParameterizedTest
    @CsvSource({"V7, true", "V13, true", "V25, false", "V35, false", "V39, false"})
    void whatAVersionLeftIsBroughtOverAndWorkGoesOn(String version, boolean withFiles) throws IOException {
        Path data = unpacked(version);
        try (App app = Running.startOn(data, "serve", Map.of())) {
            Integrity.Report report = app.bean(Integrity.class).examine();
            List<String> notWhole = report.parts().stream().filter(part -> !part.sentences().isEmpty())
                    .map(part -> part.subject() + part.sentences()).toList();
            assertThat(notWhole.stream().filter(part -> withFiles || !part.startsWith("Contents of files"))).isEmpty();
            assertThat(data.resolve("before")).as("the database as it was before").isNotEmptyDirectory();

            Client mirela = signedIn(app, "Mirela Draganova");
            String project = "/api/projects/" + mirela.project();
            assertThat(mirela.get(project + "/documents").must(200).body().get("items").valueStream()
                    .map(row -> row.get("number").asString())).contains("KWR-ALD-C-DR-0003");
            assertThat(mirela.get(project + "/rules").must(200).body().toString()).contains("Civil design");
            Client priya = signedIn(app, "Priya Venkatarangan");
            JsonNode came = priya.settled(priya.submit(DRAWINGS, "Fish ladder after the upgrade.pdf")).getFirst();
            assertThat(came.get("names").get("number").asString()).startsWith("KWR-ALD-C-DR-");
            assertThat(came.get("at").get("station").asString()).isEqualTo("REVIEW");
        }
    }

    /** Whoever has no account yet is invited, as a controller does; whoever has one gets another password. */
    private static Client signedIn(App app, String name) {
        JdbcClient jdbc = app.bean(JdbcClient.class);
        Optional<String> email = jdbc.sql("select email from account where name = ?").param(name).query(String.class).optional();
        if (email.isEmpty()) {
            long person = jdbc.sql("select id from person where name = ?").param(name).query(Long.class).single();
            app.nobody().post("/api/entrance/invitations/" + app.bean(Links.class).invite(person), Map.of("password", PASSWORD)).must(200);
            return signedIn(app, name);
        }
        String hash = app.bean(Passwords.class).hash(PASSWORD, List.of());
        app.bean(TransactionTemplate.class).executeWithoutResult(status -> {
            AccountBook accounts = app.bean(AccountBook.class);
            accounts.setPassword(accounts.byEmail(email.get()).orElseThrow().id(), hash);
        });
        return app.nobody().signIn(email.get(), PASSWORD);
    }
}
