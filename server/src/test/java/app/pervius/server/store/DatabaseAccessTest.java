package app.pervius.server.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import app.pervius.server.backup.BackupRun;
import app.pervius.server.backup.Keep;
import app.pervius.server.backup.Place;
import app.pervius.server.backup.Restore;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.util.Base64;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;

/** Who has the database's file and not the installation's key does not open it, and reads nothing of it where it is encrypted. */
@Execution(ExecutionMode.CONCURRENT)
class DatabaseAccessTest {

    private static final byte[] SOME_KEY = new byte[32];

    private static Path withPassage() {
        try (App app = Running.start("demo", Map.of())) {
            Client priya = app.as("Priya Venkatarangan");
            priya.settled(priya.submit("Work in progress / Aldermoor Civils / Drawings", "Kept closed.pdf"));
            return app.data();
        }
    }

    private static boolean says(Path file, String text) throws Exception {
        return new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1).contains(text);
    }

    private static Connection asNobody(Path file) throws SQLException {
        return DriverManager.getConnection("jdbc:h2:" + file.toString().replace(".mv.db", "") + ";IFEXISTS=TRUE", "sa", "");
    }

    @Test
    void whatWasWrittenBeforeThereWasAPasswordHasOneFromTheNextStartOn(@TempDir Path data) throws Exception {
        Secrets secrets = new Secrets(new DataDirectory(data));
        Path file = DatabaseAccess.file(data);
        String url = "jdbc:h2:" + file.toString().replace(".mv.db", "");
        try (Connection former = DriverManager.getConnection(url, "sa", ""); Statement s = former.createStatement()) {
            s.execute("create table kept (text varchar) as values ('from before')");
        }
        new DatabaseAccess(new DataDirectory(data), secrets, url, true).isOpened();
        assertThatThrownBy(() -> asNobody(file)).hasMessageContaining("Wrong user name or password");
        try (Connection ours = DatabaseAccess.open(file, secrets, ""); Statement s = ours.createStatement();
                ResultSet rows = s.executeQuery("select text from kept")) {
            assertThat(rows.next() && rows.getString(1).equals("from before")).isTrue();
        }
    }

    @Test
    void itIsEncryptedAndTakenBackAndBackedUpAsItLies(@TempDir Path elsewhere) throws Exception {
        Path data = withPassage();
        Path file = DatabaseAccess.file(data);
        assertThat(says(file, "Kestrel Weir")).isTrue();
        assertThatThrownBy(() -> asNobody(file)).hasMessageContaining("Wrong user name or password");

        Path changing = Files.createDirectories(data.resolve("db/changing"));
        Files.writeString(changing.resolve("pervius.trace.db"), "of an earlier time that was stopped");
        assertThat(DatabaseEncryption.set(data, true)).isTrue();
        assertThat(changing).doesNotExist();
        assertThat(DatabaseEncryption.set(data, true)).as("done already").isFalse();
        assertThat(says(file, "Kestrel Weir")).isFalse();
        try (App app = Running.startOn(data, "demo", Map.of())) {
            Client priya = app.as("Priya Venkatarangan");
            priya.settled(priya.submit("Work in progress / Aldermoor Civils / Drawings", "Kept closed too.pdf"));
        }
        assertThat(says(file, "Kept closed too")).isFalse();

        Path backups = elsewhere.resolve("backups");
        BackupRun.make(out -> Files.copy(file, out), data, Place.directory(backups), Keep.USUAL, Instant.now(), progress -> { });
        Path restored = elsewhere.resolve("restored");
        Restore.into(Place.directory(backups), Optional.empty(), restored, progress -> { });
        assertThat(DatabaseAccess.isEncrypted(DatabaseAccess.file(restored))).isTrue();
        assertThat(DatabaseEncryption.set(restored, false)).isTrue();
        assertThat(says(DatabaseAccess.file(restored), "Kestrel Weir")).isTrue();
        try (App app = Running.startOn(restored, "demo", Map.of())) {
            Client priya = app.as("Priya Venkatarangan");
            assertThat(priya.get("/api/projects/" + priya.project() + "/passages").must(200).raw().body()).contains("Kept closed too");
        }
    }

    @Test
    void anotherKeyOrNoneIsSaidInASentenceAndNothingIsChanged() throws Exception {
        Path data = withPassage();
        Path key = data.resolve(InstallationKey.FILE);
        byte[] its = Files.readAllBytes(key);
        Files.write(key, SOME_KEY);
        assertThat(reasonOf(data)).startsWith("The database does not belong to the key secret.key beside it.");
        Files.delete(key);
        assertThat(reasonOf(data)).startsWith("The key " + key + " is missing.");
        assertThat(key).as("no new key, which would fit nothing").doesNotExist();
        Files.write(key, its);
        DatabaseEncryption.set(data, true);
        Files.write(key, SOME_KEY);
        assertThat(reasonOf(data)).startsWith("The database does not belong to the key secret.key beside it.");
    }

    private static String reasonOf(Path data) {
        try (App app = Running.startOn(data, "demo", Map.of())) {
            return "started on " + app.data();
        } catch (RuntimeException e) {
            return CannotStart.in(e).map(Throwable::getMessage).orElseThrow(() -> e);
        }
    }

    @Test
    void theKeyIsWhereTheEnvironmentSays(@TempDir Path data) throws Exception {
        Path file = data.resolve("elsewhere.key");
        Map<String, String> environment = Map.of("PERVIUS_KEY_FILE", file.toString());
        assertThatThrownBy(() -> InstallationKey.of(data, environment)).hasMessageStartingWith("There is no key in " + file);
        Files.write(file, SOME_KEY);
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-r--r--"));
        assertThatThrownBy(() -> InstallationKey.of(data, environment)).hasMessageContaining("can be read by others");
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("r--------"));
        assertThat(InstallationKey.of(data, environment)).isEqualTo(SOME_KEY);
        assertThat(InstallationKey.of(data, Map.of("PERVIUS_KEY", Base64.getEncoder().encodeToString(SOME_KEY)))).isEqualTo(SOME_KEY);
        assertThatThrownBy(() -> InstallationKey.of(data, Map.of("PERVIUS_KEY", "heron ballast")))
                .hasMessageContaining("has no key in it").hasMessageNotContaining("heron");
        assertThat(data.resolve(InstallationKey.FILE)).doesNotExist();
    }
}
