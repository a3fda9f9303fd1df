package app.pervius.server.devices.ipp;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import app.pervius.core.issue.Release;
import app.pervius.core.issue.Stamp;
import app.pervius.server.Client;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A printer that nobody here wrote: Debian's {@code ippeveprinter}, where {@code ./pervius test} has installed it. */
class ForeignDeviceTest {

    private static final String PROGRAM = "/usr/sbin/ippeveprinter";

    @TempDir
    Path spool;

    private final List<Process> started = new ArrayList<>();
    private Process printer;

    /**
     * It announces itself over the system's message bus, which a machine without a network may not have started: it gets a bus of its own
     * and an announcer on it, which end with the test. Where an announcer runs already, the printer finds that one.
     */
    private Map<String, String> announcing() throws IOException {
        if (ProcessHandle.allProcesses().flatMap(process -> process.info().command().stream()).anyMatch(c -> c.endsWith("/avahi-daemon"))) {
            return Map.of();
        }
        assumeTrue(Files.isWritable(Path.of("/run")), "no announcer runs, and only root can start one");
        Files.deleteIfExists(Path.of("/run/avahi-daemon/pid"));
        Path socket = spool.resolve("bus");
        start(Map.of(), "dbus-daemon", "--session", "--address=unix:path=" + socket, "--nofork", "--nopidfile");
        Client.until(() -> Files.exists(socket), there -> there);
        Map<String, String> bus = Map.of("DBUS_SYSTEM_BUS_ADDRESS", "unix:path=" + socket);
        start(bus, "avahi-daemon", "--no-drop-root", "--no-chroot", "--no-rlimits");
        return bus;
    }

    private Process start(Map<String, String> environment, String... command) throws IOException {
        ProcessBuilder builder = new ProcessBuilder(command).redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.appendTo(spool.resolve("said").toFile()));
        builder.environment().putAll(environment);
        Process process = builder.start();
        started.addFirst(process);
        return process;
    }

    @AfterEach
    void end() throws InterruptedException {
        for (Process process : started) {
            process.destroy();
            assertThat(process.waitFor(20, TimeUnit.SECONDS)).isTrue();
        }
    }

    /** It ends where its announcer is not ready yet, and is begun again then. */
    private Optional<DeviceFacts> up(Map<String, String> bus, int port, Path tray, Ipp ipp) {
        try {
            if (printer == null || !printer.isAlive()) {
                printer = start(bus, PROGRAM, "-p", Integer.toString(port), "-f", "application/pdf", "-d", tray.toString(), "-k",
                        "Foreign");
            }
            return Optional.of(ipp.facts());
        } catch (IppFault e) {
            return Optional.empty();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static int freePort() throws IOException {
        try (ServerSocket socket = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            return socket.getLocalPort();
        }
    }

    @Test
    void isReadReleasedToAndFollowed() throws Exception {
        assumeTrue(Files.isExecutable(Path.of(PROGRAM)), "cups-ipp-utils is not installed");
        Map<String, String> bus = announcing();
        int port = freePort();
        Path tray = Files.createDirectory(spool.resolve("tray"));
        Ipp ipp = new Ipp("ipp://127.0.0.1:" + port + "/ipp/print", Ipp.Login.NONE);
        DeviceFacts facts = Client.until(() -> up(bus, port, tray, ipp), Optional::isPresent).orElseThrow();
        assertThat(facts.takesPdf()).isTrue();
        assertThat(facts.known()).extracting(PaperSize::name).contains("A4", "Letter");
        assertThat(facts.state()).isEqualTo("idle");
        Path pdf = Files.write(spool.resolve("ours.pdf"), Client.content("ours.pdf"));
        JobNow sent = ipp.print("KWR-1 P01 #5.0", pdf, new Release.How(Release.Paper.BY_SHEET, "", 1, false, false, Stamp.Place.NONE),
                "iso_a4_210x297mm", false);
        Client.until(() -> state(ipp, sent.id()), state -> state == JobNow.State.DONE);
        assertThat(ipp.named("KWR-1 P01 #5.0")).hasValueSatisfying(found -> assertThat(found.id()).isEqualTo(sent.id()));
        try (Stream<Path> kept = Files.list(tray)) {
            List<Path> printed = kept.filter(Files::isRegularFile).toList();
            assertThat(printed).singleElement().satisfies(path -> assertThat(path).hasSameBinaryContentAs(pdf));
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
