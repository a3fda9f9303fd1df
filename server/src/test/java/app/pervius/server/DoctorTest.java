package app.pervius.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import picocli.CommandLine;

/** What is missing and what is wrong is said in sentences, and by the exit code. */
class DoctorTest {

    @TempDir
    Path directory;
    private Path data = Path.of("");
    private int code;

    private String said(String... more) {
        StringWriter out = new StringWriter();
        code = new CommandLine(new Doctor()).setOut(new PrintWriter(out)).execute(more);
        return out.toString();
    }

    @BeforeEach
    void aDirectoryThatIsAsItShouldBe() throws IOException {
        data = Files.createDirectory(directory.resolve("data"));
        Files.setPosixFilePermissions(data, PosixFilePermissions.fromString("rwx------"));
        Files.write(Files.createDirectory(data.resolve("db")).resolve("pervius.mv.db"), new byte[3 << 20]);
        Files.write(data.resolve("secret.key"), new byte[32]);
        Files.setPosixFilePermissions(data.resolve("secret.key"), PosixFilePermissions.fromString("rw-------"));
        Files.writeString(data.resolve("backup.last"), Instant.now().minus(Duration.ofHours(3)).toString());
    }

    @Test
    void aMachineIsDescribed() {
        assertThat(said()).contains("Java 25", " processors, up to ", "A process may have ", "Readable copies of ").doesNotContain("free");
    }

    @Test
    void nothingIsWrongWithADirectoryThatIsAsItShouldBe() {
        assertThat(said("--data", data.toString())).contains("The database has 3 MB; Pervius does not run on it.", "The last backup is of ")
                .doesNotContain(data + " can be read").doesNotContain("secret.key");
        assertThat(code).isZero();
    }

    @Test
    void whatIsWrongWithItIsSaidWithWhatMendsIt() throws IOException {
        Files.setPosixFilePermissions(data, PosixFilePermissions.fromString("rwxr-xr-x"));
        Files.setPosixFilePermissions(data.resolve("secret.key"), PosixFilePermissions.fromString("rw-r--r--"));
        Files.writeString(data.resolve("backup.last"), Instant.now().minus(Duration.ofDays(3)).toString());
        assertThat(said("--data", data.toString())).contains("WRONG: " + data + " can be read by others on this machine: chmod 700 " + data,
                "WRONG: secret.key can be read by others: chmod 600 ", "WRONG: The last backup is of ");
        assertThat(code).isEqualTo(1);
        Files.delete(data.resolve("secret.key"));
        Files.delete(data.resolve("backup.last"));
        assertThat(said("--data", data.toString())).contains("WRONG: secret.key is missing", "WRONG: No backup was ever made of it");
        assertThat(said("--data", directory.resolve("none").toString())).contains("WRONG: There is no directory ");
    }
}
