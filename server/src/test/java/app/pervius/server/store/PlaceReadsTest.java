package app.pervius.server.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.h2.store.fs.FilePath;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Reading the database's file, whoever is interrupted meanwhile. */
class PlaceReadsTest {

    private static final int PLACES = 200;

    @TempDir
    Path directory;
    private FileChannel unshaken;
    private PlaceReads reads;

    @BeforeEach
    void open() throws IOException {
        Path file = directory.resolve("file");
        ByteBuffer numbers = ByteBuffer.allocate(PLACES * Integer.BYTES);
        IntStream.range(0, PLACES).forEach(numbers::putInt);
        Files.write(file, numbers.array());
        unshaken = FilePath.get("async:" + file).open("r");
        reads = new PlaceReads(file, unshaken);
    }

    @AfterEach
    void close() throws IOException {
        reads.close();
        unshaken.close();
    }

    private int at(int place) throws IOException {
        ByteBuffer bytes = ByteBuffer.allocate(Integer.BYTES);
        assertThat(reads.read(bytes, (long) place * Integer.BYTES)).isEqualTo(Integer.BYTES);
        return bytes.getInt(0);
    }

    @Test
    void whoIsInterruptedReadsAndStaysSoAndSoDoTheOthers() throws IOException {
        assertThat(at(3)).isEqualTo(3);
        Thread.currentThread().interrupt();
        assertThat(at(4)).isEqualTo(4);
        assertThat(Thread.interrupted()).as("is told to whoever asks for it").isTrue();
        assertThat(at(5)).isEqualTo(5);
    }

    @Test
    void manyReadWhatLiesThereWhileSomeAreInterruptedInTheMiddleOfIt() throws Exception {
        try (ExecutorService several = Executors.newFixedThreadPool(6)) {
            Callable<Boolean> work = () -> {
                for (int round = 0; round < 300; round++) {
                    int place = round % PLACES;
                    if (at(place) != place) {
                        return false;
                    }
                    Thread.interrupted();
                }
                return true;
            };
            List<Thread> threads = new java.util.concurrent.CopyOnWriteArrayList<>();
            List<Future<Boolean>> all = IntStream.range(0, 6).mapToObj(i -> several.submit(() -> {
                threads.add(Thread.currentThread());
                return work.call();
            })).toList();
            while (all.stream().anyMatch(f -> !f.isDone())) {
                threads.forEach(Thread::interrupt);
                Thread.onSpinWait();
            }
            for (Future<Boolean> each : all) {
                assertThat(each.get()).isTrue();
            }
        }
    }

    @Test
    void whatIsClosedIsReadNoMore() throws IOException {
        at(1);
        reads.close();
        unshaken.close();
        org.assertj.core.api.Assertions.assertThatThrownBy(() -> at(1)).isInstanceOf(IOException.class);
    }
}
