package app.pervius.server.content;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.pervius.server.store.DataDirectory;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ContentStoreTest {

    @TempDir
    Path directory;
    private ContentStore store;

    @BeforeEach
    void open() {
        store = new ContentStore(new DataDirectory(directory));
    }

    private static InputStream bytes(String text) {
        return new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8));
    }

    private long partialFiles() throws IOException {
        try (Stream<Path> files = Files.list(directory.resolve("content/incoming"))) {
            return files.count();
        }
    }

    @Test
    void bytesLieUnderTheirHash() throws IOException {
        ContentStore.Kept kept = store.keep(bytes("weir"), 100);
        assertThat(kept.hash()).isEqualTo("9e1bd4e58bdc27cb9abf4c558b21963a3f3fb6b08c715e8e2bb6c795162994bc");
        assertThat(store.path(kept.hash())).hasContent("weir");
        assertThat(kept.size()).isEqualTo(4);
    }

    @Test
    void theSameBytesAreKeptOnce() throws IOException {
        assertThat(store.keep(bytes("same"), 100).hash()).isEqualTo(store.keep(bytes("same"), 100).hash());
        assertThat(partialFiles()).isZero();
    }

    @Test
    void tooManyBytesAreRefusedAndLeaveNothing() throws IOException {
        assertThatThrownBy(() -> store.keep(bytes("12345"), 4)).isInstanceOf(ContentStore.TooLarge.class);
        assertThat(partialFiles()).isZero();
    }

    @Test
    void anUploadThatBreaksLeavesNothing() throws IOException {
        InputStream breaks = new InputStream() {
            @Override
            public int read() throws IOException {
                throw new IOException("connection reset");
            }
        };
        assertThatThrownBy(() -> store.keep(breaks, 100)).hasMessage("connection reset");
        assertThat(partialFiles()).isZero();
    }

    @Test
    void onlyAHashLeadsToAPath() {
        assertThatThrownBy(() -> store.path("../../etc/passwd")).isInstanceOf(IllegalArgumentException.class);
    }
}
