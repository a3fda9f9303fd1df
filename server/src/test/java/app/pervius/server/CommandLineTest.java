package app.pervius.server;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.store.DataDirectory;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import app.pervius.server.accounts.AccountBook;
import app.pervius.server.accounts.Passwords;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionTemplate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import picocli.CommandLine;

class CommandLineTest {

    @TempDir
    Path directory;

    private record Ended(int code, String said) {
    }

    private static Ended run(String... arguments) {
        PrintStream before = System.err;
        ByteArrayOutputStream said = new ByteArrayOutputStream();
        System.setErr(new PrintStream(said, true, StandardCharsets.UTF_8));
        try {
            return new Ended(new CommandLine(new Pervius.Commands()).execute(arguments), said.toString(StandardCharsets.UTF_8).strip());
        } finally {
            System.setErr(before);
        }
    }

    @Test
    void aPortInUseGivesOneSentenceAndCode2() throws IOException {
        try (ServerSocket busy = new ServerSocket(0, 1, InetAddress.getByName("127.0.0.1"))) {
            assertThat(run("serve", "--data", directory.toString(), "--port", String.valueOf(busy.getLocalPort())))
                    .isEqualTo(new Ended(2, "Port " + busy.getLocalPort() + " on 127.0.0.1 is in use; choose another with --port."));
        }
    }

    @Test
    void aDataDirectoryInUseGivesOneSentenceAndCode2() throws Exception {
        try (FileChannel held = DataDirectory.lock(directory)) {
            assertThat(held.isOpen()).isTrue();
            Ended ended = run("serve", "--data", directory.toString(), "--port", "0");
            assertThat(ended.code()).isEqualTo(2);
            assertThat(ended.said()).hasLineCount(1).contains("in use");
        }
    }

    @Test
    void aDataDirectoryThatCannotBeMadeGivesOneSentenceAndCode2() throws IOException {
        Path file = Files.writeString(directory.resolve("a file"), "in the way");
        Ended ended = run("serve", "--data", file.resolve("data").toString(), "--port", "0");
        assertThat(ended.code()).isEqualTo(2);
        assertThat(ended.said()).hasLineCount(1).startsWith("The data directory");
    }

    @Test
    void aDataDirectoryOthersCanReadIsRefusedWithTheCommandThatMendsIt() throws IOException {
        Path data = Files.createDirectory(directory.resolve("open"));
        Files.setPosixFilePermissions(data, PosixFilePermissions.fromString("rwxr-x---"));
        assertThat(run("serve", "--data", data.toString(), "--port", "0")).isEqualTo(new Ended(2, "The data directory " + data
                + " can be read by others on this machine. Close it to them: chmod 700 " + data));
        assertThat(data).isEmptyDirectory();
    }

    @Test
    void aDataDirectoryThatIsMadeIsOnesOwn() throws Exception {
        Path data = directory.resolve("made/here");
        DataDirectory.lock(data).close();
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(data))).isEqualTo("rwx------");
        DataDirectory.lock(data).close();
    }

    @Test
    void whatANewerPerviusHasWrittenIsRefusedAndLeftAsItIs() {
        Path data;
        try (Running.App app = Running.start("serve", Map.of())) {
            data = app.data();
            app.bean(JdbcClient.class).sql("""
                    insert into "flyway_schema_history" select 999, '999', 'more than is known', "type", "script", "checksum",
                    "installed_by", "installed_on", 0, true from "flyway_schema_history" where "version" = '1'""").update();
        }
        for (String command : List.of("serve", "check")) {
            List<String> arguments = new ArrayList<>(List.of(command, "--data", data.toString()));
            arguments.addAll(command.equals("serve") ? List.of("--port", "0") : List.of());
            Ended ended = run(arguments.toArray(String[]::new));
            assertThat(ended.code()).as(command).isEqualTo(2);
            assertThat(ended.said()).as(command).startsWith("The data directory was written by a newer Pervius (step 999").hasLineCount(1);
        }
    }

    @Test
    void theDemoEmptiesNothingThatIsNotItsOwn() throws IOException {
        Path precious = Files.writeString(directory.resolve("precious.txt"), "not a demo");
        assertThat(run("demo", "--data", directory.toString(), "--port", "0").code()).isEqualTo(2);
        assertThat(precious).exists();
    }

    @Test
    void aDemoBeginsWithDataThatWasMadeBefore() throws Exception {
        Path made = directory.resolve("made");
        assertThat(run("demo", "--data", made.toString(), "--port", "0", "--only-make", "--setting", "pervius.demo.whole=false").code())
                .isZero();
        Path copy = directory.resolve("copy");
        DataDirectory.lock(copy).close();
        // As demos were made once.
        Files.setPosixFilePermissions(copy, PosixFilePermissions.fromString("rwxr-xr-x"));
        assertThat(run("demo", "--data", copy.toString(), "--made", made.toString(), "--port", "0", "--only-make").code()).isZero();
        try (Running.App app = Running.startOn(copy, "demo", Map.of())) {
            Client mirela = app.as("Mirela Draganova");
            assertThat(mirela.get("/api/projects").must(200).body()).hasSize(1);
            assertThat(app.nobody().get("/api/entrance/demo").must(200).body()).hasSize(12);
            assertThat(app.nobody().get("/api/entrance").must(200).body().get("providers")).hasSize(1);
        }
    }

    @Test
    void theAdminCommandLetsTheOnlyAdministratorInWhoIsLockedOut() {
        Path data;
        try (Running.App app = Running.start("serve", Map.of())) {
            data = app.data();
            String hash = app.bean(Passwords.class).hash("tidal heron ballast", List.of());
            app.bean(TransactionTemplate.class).executeWithoutResult(status -> {
                AccountBook accounts = app.bean(AccountBook.class);
                long ines = accounts.make("Ines Calderwood", "ines@kwb.example", true);
                accounts.setPassword(ines, hash);
            });
        }
        assertThat(run("admin", "--data", data.toString(), "--email", "nobody@kwb.example").said())
                .contains("There is no account with the address nobody@kwb.example");
        PrintStream before = System.out;
        ByteArrayOutputStream said = new ByteArrayOutputStream();
        System.setOut(new PrintStream(said, true, StandardCharsets.UTF_8));
        try {
            assertThat(run("admin", "--data", data.toString(), "--email", "INES@kwb.example").code()).isZero();
        } finally {
            System.setOut(before);
        }
        assertThat(said.toString(StandardCharsets.UTF_8)).contains("within an hour open http://127.0.0.1:8470/new-password/");
        String secret = said.toString(StandardCharsets.UTF_8).replaceAll("(?s).*/new-password/([\\w-]+).*", "$1");
        try (Running.App app = Running.startOn(data, "serve", Map.of())) {
            app.nobody().post("/api/entrance/passwords/" + secret, Map.of("password", "birch anvil tundra")).must(204);
            app.nobody().signIn("ines@kwb.example", "birch anvil tundra").get("/api/accounts").must(200);
        }
    }

    @Test
    void aMailServerThatIsNoAddressIsRefused() {
        assertThat(run("serve", "--data", directory.toString(), "--port", "0", "--mail", "nonsense").code()).isEqualTo(2);
    }
}
