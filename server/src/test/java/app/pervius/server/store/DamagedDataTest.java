package app.pervius.server.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowable;

import java.io.RandomAccessFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class DamagedDataTest {

    private static Connection open(Path directory) throws SQLException {
        return DriverManager.getConnection("jdbc:h2:" + directory.resolve("damaged"), "sa", "");
    }

    /** What tables there are is kept as text: damage makes a statement of it that cannot be run. */
    @Test
    void aCatalogueThatMakesNoSenseIsDamage(@TempDir Path directory) throws Exception {
        try (Connection connection = open(directory)) {
            connection.createStatement().execute("create table kept (id int primary key, word varchar(77))");
        }
        Path file = directory.resolve("damaged.mv.db");
        String bytes = Files.readString(file, StandardCharsets.ISO_8859_1);
        int at = bytes.lastIndexOf("CHARACTER VARYING(77)");
        assertThat(at).isPositive();
        try (RandomAccessFile damaged = new RandomAccessFile(file.toFile(), "rw")) {
            damaged.seek(at);
            damaged.write("CHARACTER WARYING(77)".getBytes(StandardCharsets.ISO_8859_1));
        }
        Throwable thrown = catchThrowable(() -> open(directory).close());
        assertThat(DamagedData.in(thrown)).hasValueSatisfying(said -> assertThat(said).startsWith("What its file holds makes no sense"));
    }

    @Test
    void aStatementOfOursThatIsWrongIsNone(@TempDir Path directory) throws Exception {
        try (Connection connection = open(directory)) {
            assertThat(DamagedData.in(catchThrowable(() -> connection.createStatement().execute("select nothing from nowhere")))).isEmpty();
        }
    }
}
