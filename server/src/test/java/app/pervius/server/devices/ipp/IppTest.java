package app.pervius.server.devices.ipp;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.pervius.core.issue.Release;
import app.pervius.core.issue.Stamp;
import app.pervius.server.Client;
import app.pervius.server.simulators.OutputDevice;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import org.assertj.core.api.InstanceOfAssertFactories;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Talking to devices, well-behaved and others. */
class IppTest {

    @TempDir
    Path directory;
    private OutputDevice device;
    private Ipp ipp;

    @BeforeEach
    void start() throws IOException {
        device = OutputDevice.start(Duration.ZERO);
        ipp = new Ipp(device.address(), Ipp.Login.NONE);
    }

    @AfterEach
    void stop() {
        device.close();
    }

    private Path pdf() throws IOException {
        return Files.write(directory.resolve("a.pdf"), Client.content("a.pdf"));
    }

    private static IppFault fault(Asked asked) {
        try {
            asked.ask();
        } catch (IppFault e) {
            return e;
        }
        throw new AssertionError("it answered");
    }

    private interface Asked {
        void ask() throws IppFault;
    }

    @Test
    void whatADeviceCanDoIsReadFromIt() throws IppFault {
        DeviceFacts facts = ipp.facts();
        assertThat(facts.model()).isEqualTo("Simulated plotter");
        assertThat(facts.ready()).extracting(PaperSize::name).containsExactly("A3", "A1", "A0");
        assertThat(facts.known()).hasSize(5).contains(new PaperSize("iso_a0_841x1189mm", "A0", 841, 1189));
        assertThat(List.of(facts.colour(), facts.bothSides(), facts.holds(), facts.reduces(), facts.accepting(), facts.takesPdf()))
                .containsOnly(true);
        device.is(OutputDevice.Mood.OUT_OF_PAPER);
        assertThat(ipp.facts().reasons()).containsExactly("a tray is out of paper", "it asks for paper");
    }

    @Test
    void aJobIsHandedOverWithAllThatWasAskedForAndFollowed() throws Exception {
        Path pdf = pdf();
        JobNow sent = ipp.print("KWR 1 #7.0", pdf, new Release.How(Release.Paper.REDUCED, "iso_a3_297x420mm", 3, true, true,
                Stamp.Place.NONE), "iso_a3_297x420mm", true);
        assertThat(sent.state()).isEqualTo(JobNow.State.HELD);
        OutputDevice.Job there = device.jobs().getFirst();
        assertThat(there.wanted()).containsEntry("media", "iso_a3_297x420mm").containsEntry("copies", "3")
                .containsEntry("sides", "two-sided-long-edge").containsEntry("print-scaling", "fit");
        assertThat(there.bytes()).isEqualTo(Files.size(pdf));
        assertThat(ipp.named("KWR 1 #7.0")).hasValueSatisfying(found -> assertThat(found.id()).isEqualTo(sent.id()));
        assertThat(ipp.named("KWR 1 #7")).isEmpty();
        device.startHeld();
        Client.until(() -> state(sent), state -> state == JobNow.State.DONE);
        assertThat(ipp.named("KWR 1 #7.0")).as("also once it is done").isPresent();
        assertThat(ipp.cancel(sent.id())).as("it is over").isFalse();
        JobNow other = ipp.print("KWR 2 #8.0", pdf, new Release.How(Release.Paper.AS_IT_IS, "", 1, false, true,
                Stamp.Place.NONE), "", false);
        assertThat(ipp.cancel(other.id())).isTrue();
        assertThat(state(other)).isEqualTo(JobNow.State.CANCELLED);
        assertThat(fault(() -> ipp.job(99)).kind()).isEqualTo(IppFault.Kind.UNKNOWN);
    }

    private JobNow.State state(JobNow job) {
        try {
            return ipp.job(job.id()).state();
        } catch (IppFault e) {
            throw new AssertionError(e);
        }
    }

    @ParameterizedTest
    @CsvSource({"REFUSES_PDF,REFUSED,document format not supported", "TAKES_NOTHING,PASSING,not accepting jobs",
            "IS_NO_DEVICE,PASSING,is no output device", "LOSES_ANSWERS,PASSING,cannot be reached"})
    void whatADeviceDoesNotDoIsSaid(OutputDevice.Mood mood, IppFault.Kind kind, String said) throws IOException {
        Path pdf = pdf();
        device.is(mood);
        IppFault fault = fault(() -> ipp.print("a", pdf, Release.How.USUAL, "", false));
        assertThat(fault.kind()).isEqualTo(kind);
        assertThat(fault.sentence()).contains(said);
    }

    @Test
    void oneThatIsOffIsSaidToBe() throws IOException {
        // A port that is taken, without anybody who listens: one that is free may be another test's the next moment.
        try (Socket off = new Socket()) {
            off.bind(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0));
            Ipp nobody = new Ipp("ipp://127.0.0.1:" + off.getLocalPort() + "/ipp/print", Ipp.Login.NONE);
            assertThat(fault(nobody::facts).sentence()).startsWith("It cannot be reached");
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "\2\0\0\0", "\2\0\0\0\0\0\0\1\4\107\377\377", "\2\0\0\0\0\0\0\1\4\64\0\5media\177\377x"})
    void anAnswerThatIsNoneIsSaidToBe(String bytes) throws IOException {
        HttpServer server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.createContext("/", exchange -> {
            try (exchange) {
                exchange.getRequestBody().readAllBytes();
                byte[] body = bytes.getBytes(StandardCharsets.ISO_8859_1);
                exchange.sendResponseHeaders(200, body.length == 0 ? -1 : body.length);
                exchange.getResponseBody().write(body);
            }
        });
        server.start();
        try {
            Ipp liar = new Ipp("ipp://127.0.0.1:" + server.getAddress().getPort() + "/", Ipp.Login.NONE);
            assertThat(fault(liar::facts).sentence()).contains("no output device");
        } finally {
            server.stop(0);
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"http://host/x", "ipp:host", "ipp://user@host/x", "ipp://host/x?y", "not an address", "file:///etc/passwd", ""})
    void whatIsNoAddressOfADeviceIsRefused(String address) {
        assertThatThrownBy(() -> new Ipp(address, Ipp.Login.NONE)).isInstanceOf(IllegalArgumentException.class)
                .extracting(Throwable::getMessage, InstanceOfAssertFactories.STRING).contains("is not a device's address");
    }

    @Test
    void aPasswordIsOnlySentWhereNobodyReadsItOnTheWay() {
        Ipp.Login login = new Ipp.Login("pervius", "secret");
        assertThatThrownBy(() -> new Ipp("ipp://plotter.site.example/ipp", login)).hasMessageContaining("only sent over ipps");
        assertThat(new Ipp("ipps://plotter.site.example/ipp", login)).isNotNull();
    }

    @Test
    void aSizeIsReadFromItsName() {
        assertThat(PaperSize.of("na_letter_8.5x11in")).hasValue(new PaperSize("na_letter_8.5x11in", "Letter", 216, 279));
        assertThat(PaperSize.of("custom_max_914x15000mm")).isEmpty();
        assertThat(PaperSize.of("iso_a1_594x841mm").orElseThrow().fits(843, 593)).isTrue();
        assertThat(PaperSize.of("iso_a1_594x841mm").orElseThrow().fits(594, 900)).isFalse();
        assertThat(PaperSize.of("x".repeat(10_000))).isEmpty();
    }
}
