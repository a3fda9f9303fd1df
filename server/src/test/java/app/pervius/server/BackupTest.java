package app.pervius.server;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.store.DataDirectory;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.io.RandomAccessFile;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import picocli.CommandLine;
import tools.jackson.databind.JsonNode;

/** A backup made while people work is whole, and what was answered before it is in it. */
class BackupTest {

    private static final String FOLDER = "Work in progress / Dunmarrow Works / Deliveries";

    @TempDir
    Path directory;

    private record Ended(int code, String out, String err) {
    }

    private static Ended run(String... arguments) {
        PrintStream out = System.out;
        PrintStream err = System.err;
        ByteArrayOutputStream said = new ByteArrayOutputStream();
        ByteArrayOutputStream complained = new ByteArrayOutputStream();
        System.setOut(new PrintStream(said, true, StandardCharsets.UTF_8));
        System.setErr(new PrintStream(complained, true, StandardCharsets.UTF_8));
        try {
            return new Ended(new CommandLine(new Pervius.Commands()).execute(arguments), said.toString(StandardCharsets.UTF_8),
                    complained.toString(StandardCharsets.UTF_8).strip());
        } finally {
            System.setOut(out);
            System.setErr(err);
        }
    }

    private Path to() {
        return directory.resolve("backups");
    }

    private Ended restored(String where, String... more) {
        List<String> all = new ArrayList<>(List.of("restore", "--from", to().toString(), "--data", directory.resolve(where).toString()));
        all.addAll(List.of(more));
        return run(all.toArray(String[]::new));
    }

    private static List<String> names(Client who) {
        return who.get("/api/folders/" + who.folder(FOLDER)).must(200).body().get("files").get("items").valueStream()
                .map(row -> row.get("file").get("name").asString()).toList();
    }

    /** The last backup, once it is another than one that is known. */
    private static JsonNode madeAfter(Client aoife, String known) {
        JsonNode standing = Client.until(() -> aoife.get("/api/backups").must(200).body(), b -> !b.has("doing") && !b.get("made").isEmpty()
                && !b.get("made").get(0).get("name").asString().equals(known));
        assertThat(standing.has("failed")).isFalse();
        return standing.get("made").get(0);
    }

    /** Hands files in until it is told to end; each name is noted once it has been answered. */
    private static Thread busy(App app, int worker, ConcurrentLinkedQueue<String> answered, AtomicBoolean enough) {
        return Thread.ofPlatform().start(() -> {
            Client site = app.as("Marisol Quintavalle");
            for (int i = 0; !enough.get(); i++) {
                String name = "Busy " + worker + " " + i + ".txt";
                site.submit(FOLDER, name);
                answered.add(name);
            }
        });
    }

    private record App(Running.App running) implements AutoCloseable {
        Client as(String name) {
            return running.as(name);
        }

        @Override
        public void close() {
            running.close();
        }
    }

    @Test
    void whatWasAnsweredBeforeABackupThatIsMadeUnderLoadIsThereAfterARestore() throws Exception {
        List<String> before;
        try (App app = new App(Running.start("demo", Map.of("pervius.backup.to", to().toString(), "pervius.backup.at", "00:00")))) {
            Client aoife = app.as("Aoife Ní Raghnaill");
            ConcurrentLinkedQueue<String> answered = new ConcurrentLinkedQueue<>();
            AtomicBoolean enough = new AtomicBoolean();
            JsonNode first = madeAfter(aoife, "");
            List<Thread> threads = new ArrayList<>();
            for (int worker = 0; worker < 3; worker++) {
                threads.add(busy(app, worker, answered, enough));
            }
            try {
                Client.until(answered::size, n -> n > 10);
                before = List.copyOf(answered);
                aoife.post("/api/backups", Map.of()).must(202);
                JsonNode second = madeAfter(aoife, first.get("name").asString());
                assertThat(second.get("newBytes").asLong()).as("only what is new").isPositive()
                        .isLessThan(second.get("contentBytes").asLong());
                assertThat(second.get("rows").asLong()).isGreaterThan(first.get("rows").asLong());
            } finally {
                enough.set(true);
                for (Thread thread : threads) {
                    thread.join();
                }
            }
            app.as("Mirela Draganova").get("/api/backups").must(403);
        }
        Ended ended = restored("again");
        assertThat(ended.out()).contains("The data directory is whole.");
        assertThat(ended.code()).isZero();
        try (Running.App again = Running.startOn(directory.resolve("again"), "demo", Map.of())) {
            assertThat(names(again.as("Marisol Quintavalle"))).containsAll(before);
        }
        assertThat(restored("again").err()).contains("is not empty");
    }

    @Test
    void aRunningPerviusIsAskedForOneByTheCommandAndAStoppedOneIsCopiedByIt() throws Exception {
        Path data;
        try (Running.App app = Running.start("demo", Map.of()); FileChannel held = DataDirectory.lock(app.data())) {
            assertThat(held.isOpen()).isTrue();
            data = app.data();
            Ended asked = run("backup", "--data", data.toString(), "--to", to().toString());
            assertThat(asked.code()).as(asked.err()).isZero();
            assertThat(asked.out()).contains("was made by the Pervius that runs on it");
            assertThat(data.resolve("backup.last")).as("the Desk says no more that there is none").exists();
            Path half = Files.createDirectories(to().resolve("making-half/opened"));
            Path unneeded = Files.writeString(Files.createDirectories(to().resolve("content/00")).resolve("0".repeat(64)), "of nobody");
            assertThat(run("backup", "--data", data.toString(), "--to", to().toString()).code()).isZero();
            assertThat(half).as("what a kill has left").doesNotExist();
            assertThat(unneeded).as("what no backup needs any more").doesNotExist();
            assertThat(run("backup", "--data", data.toString(), "--to", data.resolve("inside").toString()).err())
                    .contains("lies in the data directory is lost with it");
            assertThat(run("backup", "--data", data.toString(), "--to", data.toString()).code()).isEqualTo(2);
        }
        Ended alone = run("backup", "--data", data.toString(), "--to", directory.resolve("others").toString());
        assertThat(alone.code()).as(alone.err()).isZero();
        assertThat(alone.out()).startsWith("Backup ").contains("opened and read.");
        assertThat(run("backup", "--data", directory.resolve("none").toString(), "--to", to().toString()).err())
                .startsWith("There is no data of Pervius in ");
        Files.createDirectories(directory.resolve("full")).resolve("a letter").toFile().createNewFile();
        assertThat(run("backup", "--data", data.toString(), "--to", directory.resolve("full").toString()).err())
                .contains("has something else in it");

        String name;
        try (Stream<Path> there = Files.list(to())) {
            name = there.map(p -> p.getFileName().toString()).filter(n -> n.endsWith("Z")).findFirst().orElseThrow();
        }
        damage(to().resolve(name).resolve("pervius.mv.db.gz"));
        assertThat(restored("damaged").err()).contains("The database of backup " + name + " is damaged.");
        assertThat(directory.resolve("damaged")).doesNotExist();
        assertThat(restored("unknown", "--backup", "yesterday").err()).contains("There is no backup yesterday").contains(name);
        assertThat(run("restore", "--from", directory.resolve("none").toString(), "--data", directory.resolve("x").toString()).err())
                .startsWith("There is no backup in ");
    }

    @Test
    void aDamagedDatabaseIsSaidInASentenceAndWhatCanBeReadOfItIsWrittenOut() throws IOException {
        Path data;
        try (Running.App app = Running.start("demo", Map.of())) {
            app.as("Marisol Quintavalle").submit(FOLDER, "Rescued.txt");
            data = app.data();
        }
        Ended whole = run("rescue", "--data", data.toString(), "--to", directory.resolve("whole").toString());
        assertThat(whole.out()).endsWith("Nothing was lost.\n");
        assertThat(whole.code()).isZero();
        try (Stream<Path> files = Files.walk(directory.resolve("whole/files"))) {
            assertThat(files.filter(f -> f.endsWith("Rescued.txt"))).singleElement().satisfies(f -> assertThat(f)
                    .hasBinaryContent(Client.content("Rescued.txt")));
        }
        assertThat(Files.readAllLines(directory.resolve("whole/tables/document.csv"))).hasSizeGreaterThan(10).first()
                .satisfies(head -> assertThat(head).contains("\"NUMBER\""));
        assertThat(run("rescue", "--data", data.toString(), "--to", directory.resolve("whole").toString()).err()).contains("is not empty");

        Path database = data.resolve("db/pervius.mv.db");
        try (RandomAccessFile bytes = new RandomAccessFile(database.toFile(), "rw")) {
            Random random = new Random(5);
            for (int i = 0; i < 300; i++) {
                bytes.seek(8_192 + (long) (random.nextDouble() * (bytes.length() - 8_192)));
                bytes.write(random.nextInt());
            }
        }
        Ended check = run("check", "--data", data.toString());
        assertThat(check.code()).isPositive();
        assertThat(check.out() + check.err()).contains("damaged").doesNotContain("\tat ");
        Ended rescued = run("rescue", "--data", data.toString(), "--to", directory.resolve("left").toString());
        assertThat(rescued.code()).isEqualTo(1);
        assertThat(rescued.out()).containsAnyOf("cannot be opened", "ends too early").endsWith("What is lost stands above.\n");
    }

    private static void damage(Path file) throws IOException {
        try (RandomAccessFile bytes = new RandomAccessFile(file.toFile(), "rw")) {
            bytes.seek(bytes.length() / 2);
            int was = bytes.read();
            bytes.seek(bytes.length() / 2);
            bytes.write(was ^ 1);
        }
    }
}
