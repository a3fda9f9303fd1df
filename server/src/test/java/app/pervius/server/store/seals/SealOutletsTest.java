package app.pervius.server.store.seals;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.pervius.server.store.DataDirectory;
import app.pervius.server.store.Secrets;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Seals go to a syslog as well, and what that kept is read by the check as the file is. */
class SealOutletsTest {

    @TempDir
    private Path data;

    private SealOutlets outlets(String syslog) {
        return new SealOutlets(new SealKey(new Secrets(new DataDirectory(data))), new DataDirectory(data), "", syslog, "");
    }

    private Seal seal(long number) {
        return new Seal(number, Instant.parse("2026-03-02T10:15:00Z"), Seal.Kind.REGULAR, "38", "", "tables", "", "", "")
                .signed(new SealKey(new Secrets(new DataDirectory(data))));
    }

    @Test
    void eachIsOneMessageOfSyslogOverUdp() throws Exception {
        try (DatagramSocket syslog = new DatagramSocket(0, InetAddress.getLoopbackAddress())) {
            syslog.setSoTimeout(5000);
            assertThat(outlets("udp://127.0.0.1:" + syslog.getLocalPort()).add(seal(1))).isEmpty();
            DatagramPacket taken = new DatagramPacket(new byte[4096], 4096);
            syslog.receive(taken);
            String message = new String(taken.getData(), 0, taken.getLength(), StandardCharsets.UTF_8);
            assertThat(message).matches("<109>1 2026-03-02T10:15:00Z \\S+ pervius \\d+ seal - \\{\"number\":1,.*}");
            Path kept = Files.writeString(data.resolve("kept by a syslog"), "Mar  2 10:15:00 weir " + message + "\n");
            assertThat(SealFile.read(kept)).isEqualTo(SealFile.read(data.resolve("seals.log"))).hasSize(1);
        }
    }

    @Test
    void whatCouldNotBeSentGoesWithTheNextOneAndIsSaid() throws Exception {
        int port;
        try (ServerSocket free = new ServerSocket(0, 50, InetAddress.getLoopbackAddress())) {
            port = free.getLocalPort();
        }
        SealOutlets outlets = outlets("tcp://127.0.0.1:" + port);
        assertThat(outlets.add(seal(1)).orElse("")).startsWith("Seal 1 could not be sent to tcp://127.0.0.1:" + port);
        assertThat(SealFile.read(data.resolve("seals.log"))).as("the file has it").hasSize(1);
        try (ServerSocket syslog = new ServerSocket(port, 50, InetAddress.getLoopbackAddress())) {
            assertThat(outlets.add(seal(2))).isEmpty();
            for (long number : List.of(1L, 2L)) {
                try (Socket taken = syslog.accept()) {
                    String said = new String(taken.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
                    String message = said.substring(said.indexOf(' ') + 1);
                    assertThat(said).startsWith(message.getBytes(StandardCharsets.UTF_8).length + " <109>1 ")
                            .contains("{\"number\":" + number + ",");
                }
            }
        }
    }

    @Test
    void whatIsNoSyslogIsRefused() {
        assertThatThrownBy(() -> SealOutlets.check("syslog.example:514", ""))
                .hasMessageContaining("wants udp://HOST:PORT or tcp://HOST:PORT");
        SealOutlets.check("", "");
        assertThatThrownBy(() -> SealOutlets.check("", "ftp://stamps.example"))
                .hasMessageContaining("--seals-stamped-by wants");
        SealOutlets.check("tcp://log.site.example:601", "https://stamps.site.example/tsa");
    }
}
