package app.pervius.server.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowable;

import java.io.RandomAccessFile;
import java.lang.reflect.Method;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.List;
import java.util.Map;
import java.util.zip.DataFormatException;
import org.h2.mvstore.DataUtils;
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

    /** What H2's store says of a piece of its file: which of its pages are used no more, a byte for two characters. */
    @Test
    void aStoreThatSaysNonsenseOfItselfIsDamage() throws Exception {
        Method reads = DataUtils.class.getDeclaredMethod("parseHexBytes", Map.class, String.class);
        reads.setAccessible(true);
        Throwable thrown = catchThrowable(() -> reads.invoke(null, Map.of("occupancy", "ffffffff07c"), "occupancy")).getCause();
        assertThat(thrown).hasMessageContaining("Hexadecimal string");
        assertThat(DamagedData.in(thrown)).hasValueSatisfying(said -> assertThat(said).startsWith("What its file holds makes no sense"));
    }

    /** Packed pages that cannot be unpacked, pages that lead to each other in a circle: found by damaging files at random. */
    @Test
    void whatItsStoreFallsOverIsDamage() {
        StackTraceElement store = new StackTraceElement("org.h2.mvstore.Page", "read", "Page.java", 1);
        StackTraceElement unpacking = new StackTraceElement("java.util.zip.Inflater", "inflate", "Inflater.java", 1);
        for (Throwable thrown : List.of(new DataFormatException("incorrect header check"), new StackOverflowError())) {
            thrown.setStackTrace(new StackTraceElement[] {unpacking, store});
            assertThat(DamagedData.in(new SQLException("General error", thrown))).isPresent();
            thrown.setStackTrace(new StackTraceElement[] {unpacking});
            assertThat(DamagedData.in(new SQLException("General error", thrown))).as("elsewhere").isEmpty();
        }
    }

    @Test
    void aStatementOfOursThatIsWrongIsNone(@TempDir Path directory) throws Exception {
        try (Connection connection = open(directory)) {
            assertThat(DamagedData.in(catchThrowable(() -> connection.createStatement().execute("select nothing from nowhere")))).isEmpty();
            assertThat(DamagedData.in(catchThrowable(() -> connection.createStatement().execute("values cast('abc' as binary(9))"))))
                    .isEmpty();
        }
    }
}
