package app.pervius.server.directories;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The file system says that something has come. */
class SignalsTest {

    @TempDir
    Path directory;

    private Directory at(Path path) {
        return new Directory(7, 1, 1, path.toString(), 3600, new Directory.Complete(0, null), new Directory.Afterwards(null), 3L, Map.of(),
                1, true, new Directory.Count(0, 0));
    }

    @Test
    void everythingThatComesIsHeardAlsoAfterSomethingWasHeardBefore() throws IOException {
        AtomicInteger called = new AtomicInteger();
        try (Signals signals = new Signals()) {
            signals.listenTo(List.of(at(directory)), id -> called.incrementAndGet());
            for (int i = 1; i <= 3; i++) {
                int before = called.get();
                Files.createFile(directory.resolve("file " + i));
                Client.until(called::get, n -> n > before);
                assertThat(signals.heard(7)).isTrue();
            }
            Path other = Files.createDirectory(directory.resolve("other"));
            Client.until(() -> signals.heard(7), heard -> heard);
            int before = called.get();
            signals.listenTo(List.of(at(other)), id -> called.incrementAndGet());
            Files.createFile(other.resolve("x"));
            Client.until(called::get, n -> n > before);
        }
    }
}
