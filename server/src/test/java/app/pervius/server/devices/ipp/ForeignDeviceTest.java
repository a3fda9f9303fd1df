package app.pervius.server.devices.ipp;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import app.pervius.core.issue.Release;
import app.pervius.server.Client;
import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A printer that nobody here wrote: Debian's {@code ippeveprinter}, where {@code ./pervius test} has installed it. */
class ForeignDeviceTest {

    private static final String PROGRAM = "/usr/sbin/ippeveprinter";

    @TempDir
    Path spool;

    /** It announces itself by the system's message bus, which a machine without a network may not have started. */
    private static void announcing() throws IOException, InterruptedException {
        if (running("avahi-daemon")) {
            return;
        }
        if (!running("dbus-daemon")) {
            Files.createDirectories(Path.of("/run/dbus"));
            run("dbus-daemon", "--system", "--fork");
        }
        run("avahi-daemon", "-D");
    }

    private static boolean running(String program) {
        return ProcessHandle.allProcesses().flatMap(process -> process.info().command().stream())
                .anyMatch(command -> command.endsWith("/" + program));
    }

    private static void run(String... command) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(ProcessBuilder.Redirect.DISCARD).start();
        assertThat(process.waitFor(20, TimeUnit.SECONDS)).isTrue();
    }

    private static int freePort() throws IOException {
        try (ServerSocket socket = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            return socket.getLocalPort();
        }
    }

    @Test
    void isReadReleasedToAndFollowed() throws Exception {
        assumeTrue(Files.isExecutable(Path.of(PROGRAM)), "cups-ipp-utils is not installed");
        announcing();
        int port = freePort();
        Process printer = new ProcessBuilder(PROGRAM, "-p", Integer.toString(port), "-f", "application/pdf", "-d", spool.toString(), "-k",
                "Foreign").redirectErrorStream(true).redirectOutput(ProcessBuilder.Redirect.DISCARD).start();
        try {
            Ipp ipp = new Ipp("ipp://127.0.0.1:" + port + "/ipp/print", Ipp.Login.NONE);
            DeviceFacts facts = Client.until(() -> facts(ipp), Optional::isPresent).orElseThrow();
            assertThat(facts.takesPdf()).isTrue();
            assertThat(facts.known()).extracting(PaperSize::name).contains("A4", "Letter");
            assertThat(facts.state()).isEqualTo("idle");
            Path pdf = Files.write(spool.resolve("ours.pdf"), Client.content("ours.pdf"));
            JobNow sent = ipp.print("KWR-1 P01 #5.0", pdf, new Release.How(Release.Paper.BY_SHEET, "", 1, false, false), "iso_a4_210x297mm",
                    false);
            Client.until(() -> state(ipp, sent.id()), state -> state == JobNow.State.DONE);
            assertThat(ipp.named("KWR-1 P01 #5.0")).hasValueSatisfying(found -> assertThat(found.id()).isEqualTo(sent.id()));
            try (Stream<Path> kept = Files.list(spool)) {
                List<Path> printed = kept.filter(path -> !path.equals(pdf) && Files.isRegularFile(path)).toList();
                assertThat(printed).singleElement().satisfies(path -> assertThat(path).hasSameBinaryContentAs(pdf));
            }
        } finally {
            printer.destroy();
            assertThat(printer.waitFor(20, TimeUnit.SECONDS)).isTrue();
        }
    }

    private static Optional<DeviceFacts> facts(Ipp ipp) {
        try {
            return Optional.of(ipp.facts());
        } catch (IppFault e) {
            return Optional.empty();
        }
    }

    private static JobNow.State state(Ipp ipp, int id) {
        try {
            return ipp.job(id).state();
        } catch (IppFault e) {
            throw new AssertionError(e);
        }
    }
}
