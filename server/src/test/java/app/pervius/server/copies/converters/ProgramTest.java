package app.pervius.server.copies.converters;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.pervius.server.Client;
import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Another program takes no more than it may, and is gone when it is over. */
class ProgramTest {

    private static final Program.Limits SHORT = new Program.Limits(Duration.ofSeconds(2), 2L << 30, 5 << 20, 20);
    private static final String MARK = "27182818";

    @TempDir
    Path directory;

    private Program.Ran shell(String script) throws IOException {
        return Program.run(List.of("/bin/sh", "-c", script), directory, SHORT);
    }

    private static long sleepers() {
        return ProcessHandle.allProcesses().filter(p -> p.info().arguments().map(a -> List.of(a).contains(MARK)).orElse(false)).count();
    }

    @Test
    void itSaysHowItEndedAndKnowsNothingOfWhoBeganIt() throws Exception {
        Program.Ran ran = shell("echo $HOME; env | cut -d= -f1 | sort | tr '\\n' ' '; exit 3");
        assertThat(ran.code()).isEqualTo(3);
        assertThat(ran.said()).startsWith(directory.toString()).doesNotContain("JAVA_HOME");
    }

    @Test
    void whatHangsIsEndedWithAllItHasBegun() {
        assertThatThrownBy(() -> shell("sleep " + MARK + " & setsid sleep " + MARK + " & sleep " + MARK))
                .isInstanceOf(Program.Overrun.class).hasMessage("It took longer than 2 seconds.");
        assertThat(Client.until(ProgramTest::sleepers, n -> n == 0)).isZero();
    }

    @Test
    void whatIsLeftBehindWhenItEndsIsEndedToo() throws Exception {
        assertThat(shell("sleep " + MARK + " & exit 0").code()).isZero();
        assertThat(Client.until(ProgramTest::sleepers, n -> n == 0)).isZero();
    }

    @Test
    void itWritesOnlySoMuchAndBeginsOnlySoManyProcesses() {
        assertThatThrownBy(() -> shell("i=0; while true; do i=$((i+1)); head -c 3000000 /dev/zero > f$i; done"))
                .isInstanceOf(Program.Overrun.class).hasMessage("It wrote more than 5 MB.");
        assertThatThrownBy(() -> shell("for i in 1 2 3 4 5 6 7 8 9 10 11 12 13 14 15 16 17 18 19 20 21 22 23 24 25 26 27 28 29 30; do "
                + "sleep " + MARK + " & done; wait")).isInstanceOf(Program.Overrun.class).hasMessage("It began more than 20 processes.");
        // They are killed when it returns; the system takes a moment to clear them away.
        assertThat(Client.until(ProgramTest::sleepers, n -> n == 0)).isZero();
    }

    @Test
    void itCannotTakeMoreMemoryThanItMay() throws Exception {
        assertThat(shell("python3 -c 'bytearray(3 << 30)'").said()).contains("MemoryError");
    }

    @Test
    void whatTheSystemEndsIsSaidToBe() {
        assertThatThrownBy(() -> shell("sh -c 'kill -KILL $$'; exit $?")).isInstanceOf(Program.Overrun.class)
                .hasMessageStartingWith("It was ended by");
    }

    @Test
    void itReachesNoNetwork() throws Exception {
        org.junit.jupiter.api.Assumptions.assumeTrue(Program.withoutNetwork(), "this system cannot take the network away");
        AtomicBoolean reached = new AtomicBoolean();
        try (ServerSocket server = new ServerSocket(0, 5, InetAddress.getLoopbackAddress())) {
            Thread.ofVirtual().start(() -> {
                try (var caller = server.accept()) {
                    reached.set(caller.isConnected());
                } catch (IOException over) {
                    reached.compareAndSet(true, true);
                }
            });
            Program.Ran ran = shell("python3 -c 'import socket; socket.create_connection((\"127.0.0.1\", " + server.getLocalPort()
                    + "), 1)'");
            assertThat(ran.code()).isNotZero();
        }
        assertThat(reached).isFalse();
    }

    @Test
    void aProgramNamedAtTheStartGetsTheFileAndWherePdfGoesWithoutAShell() throws Exception {
        Path program = Files.writeString(directory.resolve("to-pdf"), "#!/bin/sh\ncp \"$2\" \"$3\" && echo \"told $1\"\n");
        assertThat(program.toFile().setExecutable(true)).isTrue();
        CommandConverter converter = CommandConverter.of("dwg,dxf=" + program + " $(id) {in} {out}", SHORT);
        assertThat(converter.endings()).containsExactly("dwg", "dxf");
        Path source = Files.writeString(directory.resolve("plan.dwg"), "bytes");
        Converter.Converted made = converter.convert(new Converter.Job(source, "dwg", Files.createDirectory(directory.resolve("run"))));
        assertThat(Files.readString(made.pdf())).isEqualTo("bytes");
        assertThat(made.said()).isEqualTo("told $(id)");
        CommandConverter failing = CommandConverter.of("dwg=/bin/false {in} {out}", SHORT);
        Path again = Files.createDirectory(directory.resolve("again"));
        assertThatThrownBy(() -> failing.convert(new Converter.Job(source, "dwg", again))).isInstanceOf(Converter.CannotConvert.class)
                .hasMessage("false ended with 1.");
        for (String wrong : List.of("dwg", "dwg=relative {in} {out}", "dwg=/bin/cp {in}", "DWG=/bin/cp {in} {out}")) {
            assertThatThrownBy(() -> CommandConverter.of(wrong, SHORT)).as(wrong).isInstanceOf(IllegalArgumentException.class);
        }
    }
}
