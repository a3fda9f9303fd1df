package app.pervius.server.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.Statement;
import java.util.concurrent.Callable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;

/** What was written over and over does not stay in the database's file for good. */
@Execution(ExecutionMode.CONCURRENT)
class ShrinkingTest {

    private static final String SETTINGS = ";WRITE_DELAY=0;MAX_COMPACT_TIME=0";

    private static long rows(Path file) throws Exception {
        try (Connection connection = open(file, ""); Statement s = connection.createStatement();
                ResultSet rows = s.executeQuery("select count(*) from kept where length(text) > 100")) {
            rows.next();
            return rows.getLong(1);
        }
    }

    private static Connection open(Path file, String settings) throws Exception {
        return DriverManager.getConnection("jdbc:h2:" + file.toString().replace(".mv.db", "") + settings, "sa", "");
    }

    private static Path writtenOver(Path directory) throws Exception {
        Path file = directory.resolve("pervius.mv.db");
        return writtenOver(file, 6_000, () -> open(file, SETTINGS));
    }

    private static Path writtenOver(Path file, int rows, Callable<Connection> opened) throws Exception {
        try (Connection connection = opened.call(); Statement s = connection.createStatement()) {
            s.execute("create table kept (id int primary key, text varchar)");
            s.execute("insert into kept select x, repeat('weir ' || x, 100) from system_range(1, " + rows + ")");
            for (int i = 0; i < 6; i++) {
                s.execute("update kept set text = text || 'again'");
            }
        }
        return file;
    }

    @Test
    void whatIsNotInUseGoesAndWhatIsStays(@TempDir Path directory) throws Exception {
        Path file = writtenOver(directory);
        long before = Files.size(file);
        assertThat(before).isGreaterThan(32 << 20);
        Shrinking.shrink(file, new Secrets(new DataDirectory(directory)));
        assertThat(Files.size(file)).isLessThan(before / 2);
        assertThat(directory.resolve("shrinking")).doesNotExist();
        assertThat(rows(file)).isEqualTo(6_000);
    }

    /** What an earlier stop left that was killed is in nobody's way; a file that is open stays as it is. */
    @Test
    void aFileSomebodyHasOpenStaysAsItIs(@TempDir Path directory) throws Exception {
        Path file = writtenOver(directory);
        Files.createDirectories(directory.resolve("shrinking"));
        Files.writeString(directory.resolve("shrinking/pervius.mv.db"), "half of it");
        long before = Files.size(file);
        try (Connection open = open(file, SETTINGS)) {
            assertThat(open.isValid(1)).isTrue();
            Shrinking.shrink(file, new Secrets(new DataDirectory(directory)));
            assertThat(Files.size(file)).isGreaterThanOrEqualTo(before);
        }
        Shrinking.shrink(file, new Secrets(new DataDirectory(directory)));
        assertThat(Files.size(file)).isLessThan(before / 2);
        assertThat(rows(file)).isEqualTo(6_000);
    }

    @Test
    void anEncryptedOneIsMadeSmallerAndNothingOfItLiesInClear(@TempDir Path directory) throws Exception {
        Secrets secrets = new Secrets(new DataDirectory(directory));
        Path file = writtenOver(directory.resolve("pervius.mv.db"), 6_000, () -> DriverManager.getConnection("jdbc:h2:"
                + directory.resolve("pervius") + ";CIPHER=AES" + SETTINGS, "sa", DatabaseAccess.filePassword(secrets) + " "));
        long before = Files.size(file);
        assertThat(before).isGreaterThan(32 << 20);
        Shrinking.shrink(file, secrets);
        assertThat(Files.size(file)).isLessThan(before / 2);
        assertThat(DatabaseAccess.isEncrypted(file)).isTrue();
        assertThat(Files.readString(file, StandardCharsets.ISO_8859_1)).doesNotContain("weir 1");
        try (Connection connection = DatabaseAccess.open(file, secrets, ""); Statement s = connection.createStatement();
                ResultSet rows = s.executeQuery("select count(*) from kept where length(text) > 100")) {
            assertThat(rows.next() && rows.getLong(1) == 6_000).isTrue();
        }
        long small = Files.size(file);
        Shrinking.shrink(file, secrets);
        assertThat(Files.size(file)).as("not worth it any more").isBetween(small / 2, small + (1 << 20));
        assertThat(directory.resolve("shrinking")).doesNotExist();
    }
}
