package app.pervius.server.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The room kept for the database on a disk that gets full. */
class ReserveTest {

    @TempDir
    Path directory;

    @Test
    void aWriteThatFindsTheDiskFullIsMadeOnceMoreInTheRoomThatWasKept() throws IOException {
        Reserve reserve = Reserve.beside(directory.resolve("pervius.mv.db"));
        assertThat(reserve.held()).isTrue();
        assertThat(reserve.file()).hasSize(Reserve.BYTES);
        FileChannel disk = mock();
        when(disk.write(any(ByteBuffer.class), anyLong())).thenAnswer(call -> {
            ByteBuffer bytes = call.getArgument(0);
            int all = bytes.remaining();
            bytes.position(bytes.limit());
            if (Files.exists(reserve.file())) {
                throw new IOException("java.io.IOException: No space left on device");
            }
            return all;
        });
        try (ReservingFiles.Reserving file = new ReservingFiles.Reserving(disk, directory.resolve("pervius.mv.db"))) {
            assertThat(file.write(ByteBuffer.wrap(new byte[10]), 0)).as("all of it, from its beginning").isEqualTo(10);
        }
        assertThat(reserve.file()).doesNotExist();
    }

    @Test
    void anyOtherFailureIsToldAndTheRoomIsKept() throws IOException {
        Reserve reserve = Reserve.beside(directory.resolve("pervius.mv.db"));
        reserve.held();
        FileChannel disk = mock();
        when(disk.write(any(ByteBuffer.class), anyLong())).thenThrow(new IOException("Input/output error"));
        try (ReservingFiles.Reserving file = new ReservingFiles.Reserving(disk, directory.resolve("pervius.mv.db"))) {
            assertThatThrownBy(() -> file.write(ByteBuffer.wrap(new byte[1]), 0)).hasMessage("Input/output error");
        }
        assertThat(reserve.file()).exists();
    }

    @Test
    void aDatabaseIsKeptInSuchFilesAndFoundAgainWithoutThem() throws Exception {
        ReservingFiles.register();
        try (Connection made = DriverManager.getConnection("jdbc:h2:reserving:async:" + directory.resolve("kept"), "sa", "")) {
            made.createStatement().execute("create table t (a int) as select x from system_range(1, 10000)");
        }
        try (Connection found = DriverManager.getConnection("jdbc:h2:" + directory.resolve("kept") + ";IFEXISTS=TRUE", "sa", "");
                var rows = found.createStatement().executeQuery("select count(*) as n from t")) {
            rows.next();
            assertThat(rows.getLong("n")).isEqualTo(10000);
        }
    }
}
