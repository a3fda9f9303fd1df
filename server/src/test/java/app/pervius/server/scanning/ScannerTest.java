package app.pervius.server.scanning;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.pervius.server.simulators.MalwareScanner;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.StandardProtocolFamily;
import java.net.UnixDomainSocketAddress;
import java.nio.ByteBuffer;
import java.nio.channels.ServerSocketChannel;
import java.nio.channels.SocketChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Asking the scanner, as it should be and otherwise. */
class ScannerTest {

    private static final Duration PATIENCE = Duration.ofSeconds(20);

    @TempDir
    Path directory;
    private MalwareScanner its;

    @BeforeEach
    void start() throws IOException {
        its = MalwareScanner.start();
    }

    @AfterEach
    void stop() throws IOException {
        its.close();
    }

    private Path file(int before, byte[] bytes) throws IOException {
        byte[] all = new byte[before + bytes.length];
        System.arraycopy(bytes, 0, all, before, bytes.length);
        return Files.write(directory.resolve("file"), all);
    }

    private Scanner.Answer scan(Path file) throws IOException {
        return new Scanner(its.address(), PATIENCE).scan(file);
    }

    @Test
    void theTestTextIsFoundAndNothingElse() throws IOException {
        assertThat(scan(file(0, new byte[0])).found()).isEmpty();
        assertThat(scan(file(300_000, "clean".getBytes(StandardCharsets.UTF_8))).found()).isEmpty();
        assertThat(scan(file(0, MalwareScanner.testText())).found()).hasValue(MalwareScanner.FINDS);
        assertThat(scan(file(65_536 - 20, MalwareScanner.testText())).found()).as("across two chunks").hasValue(MalwareScanner.FINDS);
    }

    @ParameterizedTest
    @CsvSource({"OUT_OF_ORDER,memory ERROR”", "LIES,“all is well", "HANGS_UP,broke|Broken|reset", "TAKES_LITTLE,size limit exceeded"})
    void whatIsNoVerdictIsNone(MalwareScanner.Mood mood, String said) throws IOException {
        its.is(mood);
        Path file = file(3_000_000, new byte[1]);
        assertThatThrownBy(() -> scan(file)).isInstanceOf(IOException.class).message().containsPattern(said);
    }

    @Test
    void oneThatIsSlowIsNotWaitedForForEver() throws IOException {
        its.is(MalwareScanner.Mood.IS_SLOW);
        Path file = file(10, new byte[1]);
        Scanner scanner = new Scanner(its.address(), Duration.ofMillis(300));
        assertThatThrownBy(() -> scanner.scan(file)).hasMessageContaining("did not answer within");
    }

    @Test
    void oneThatIsGoneIsSaidToBe() throws IOException {
        // Its port stays taken, without anybody who listens: once it is free another test's scanner may have it.
        try (Socket gone = new Socket()) {
            gone.bind(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0));
            Scanner scanner = new Scanner("127.0.0.1:" + gone.getLocalPort(), PATIENCE);
            Path file = file(10, new byte[1]);
            assertThatThrownBy(() -> scanner.scan(file)).isInstanceOf(IOException.class);
        }
    }

    @Test
    void aSocketOfThisMachineDoesAsWell() throws Exception {
        Path socket = directory.resolve("clamd.sock");
        try (ServerSocketChannel server = ServerSocketChannel.open(StandardProtocolFamily.UNIX)) {
            server.bind(UnixDomainSocketAddress.of(socket));
            Thread.ofVirtual().start(() -> {
                try (SocketChannel asked = server.accept()) {
                    ByteBuffer bytes = ByteBuffer.allocate(1_000);
                    while (bytes.position() < "zINSTREAM\0".length() + 2 * Integer.BYTES + 5) {
                        asked.read(bytes);
                    }
                    asked.write(ByteBuffer.wrap("stream: OK\0".getBytes(StandardCharsets.US_ASCII)));
                } catch (IOException e) {
                    throw new java.io.UncheckedIOException(e);
                }
            });
            Path clean = file(0, "clean".getBytes(StandardCharsets.US_ASCII));
            assertThat(new Scanner(socket.toString(), PATIENCE).scan(clean).found()).isEmpty();
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "host", "host:", "host:port", "http://host:3310", "a b:1", "host:123456"})
    void whatIsNoAddressOfOneIsRefused(String address) {
        assertThatThrownBy(() -> new Scanner(address, PATIENCE)).isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("is no scanner");
    }
}
