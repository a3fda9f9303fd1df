package app.pervius.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import tools.jackson.databind.JsonNode;

/**
 * The disk under the data directory is full, or can only be read for a while: what can go on does, the rest says why,
 * nothing is lost, and it goes on by itself. Needs the right to mount a small file system; where there is none it is skipped.
 */
@Execution(ExecutionMode.CONCURRENT)
class FaultyMachineTest {

    private static final String DRAWINGS = "Work in progress / Fennick Hydraulics / Drawings";
    private static final int CHUNK = 1 << 20;

    @Test
    void aFullDiskIsSaidAndOnceThereIsRoomItGoesOn() throws Exception {
        Path disk = Running.directory("pervius-small-disk");
        assumeTrue(ran("mount", "-t", "tmpfs", "-o", "size=96m", "tmpfs", disk.toString()), "no right to mount a file system here");
        try (Running.App app = Running.start("demo", Map.of("pervius.data", disk.resolve("data").toString()))) {
            Client yusuf = app.as("Yusuf Karaderin");
            long open = begin(yusuf, "Before.pdf", "While full.pdf");
            yusuf.putBytes("/api/submissions/" + open + "/files/0", Client.content("Before.pdf")).must(204);
            Path filler = disk.resolve("filler");
            fill(filler);
            assertThat(yusuf.putBytes("/api/submissions/" + open + "/files/1", Client.content("While full.pdf")).must(507).sentence())
                    .startsWith("The disk of the server is full. Nothing of this was kept");
            assertThat(yusuf.get("/api/folders/" + yusuf.folder(DRAWINGS)).must(200).body().get("files").get("items")).as("reading goes on")
                    .isNotEmpty();
            Files.delete(filler);
            Client.until(() -> yusuf.putBytes("/api/submissions/" + open + "/files/1", Client.content("While full.pdf")).status(),
                    status -> status == 204);
            Client.until(() -> yusuf.post("/api/submissions/" + open + "/closing", Map.of()).status(), status -> status == 200);
            assertThat(yusuf.settled(open)).extracting(p -> p.get("at").get("state").asString()).containsExactly("WAITING", "WAITING");
            whole(app);
        } finally {
            ran("umount", "-l", disk.toString());
        }
    }

    @Test
    void aDirectoryThatCanOnlyBeReadForAWhileIsSaidAndThenItGoesOn() throws Exception {
        Path data = Running.directory("pervius-read-only");
        Path content = Files.createDirectories(data.resolve("content"));
        assumeTrue(ran("mount", "--bind", content.toString(), content.toString()), "no right to mount a file system here");
        try (Running.App app = Running.start("demo", Map.of("pervius.data", data.toString()))) {
            Client yusuf = app.as("Yusuf Karaderin");
            Client henrike = app.as("Henrike Solvangen");
            long open = begin(yusuf, "Cannot be written.pdf");
            assertThat(ran("mount", "-o", "remount,bind,ro", content.toString())).isTrue();
            assertThat(yusuf.putBytes("/api/submissions/" + open + "/files/0", Client.content("Cannot be written.pdf")).must(507)
                    .sentence())
                    .startsWith("The server cannot write to its data directory. Nothing of this was kept");
            JsonNode review = henrike.get("/api/desk/reviews").must(200).body().get(0);
            henrike.decide(review, review.get("files").get(0).get("passage"), 1, "").must(204);
            assertThat(ran("mount", "-o", "remount,bind,rw", content.toString())).isTrue();
            yusuf.putBytes("/api/submissions/" + open + "/files/0", Client.content("Cannot be written.pdf")).must(204);
            yusuf.post("/api/submissions/" + open + "/closing", Map.of()).must(200);
            assertThat(yusuf.settled(open).getFirst().get("at").get("state").asString()).isEqualTo("WAITING");
            whole(app);
        } finally {
            ran("umount", "-l", content.toString());
        }
    }

    private static void whole(Running.App app) {
        JsonNode report = Client.until(() -> app.as("Aoife Ní Raghnaill").get("/api/check").must(200).body(), r -> r.get("whole")
                .asBoolean());
        assertThat(report.get("parts")).isNotEmpty();
    }

    private static long begin(Client author, String... names) {
        return author.post("/api/folders/" + author.folder(DRAWINGS) + "/submissions", Map.of("purpose", "", "files",
                List.of(names).stream().map(name -> Map.of("name", name, "size", Client.content(name).length)).toList())).must(201).body()
                .get("id").asLong();
    }

    private static void fill(Path filler) throws IOException {
        try (OutputStream out = Files.newOutputStream(filler)) {
            byte[] chunk = new byte[CHUNK];
            while (true) {
                out.write(chunk);
            }
        } catch (IOException full) {
            assertThat(full).hasMessageContaining("space");
        }
    }

    private static boolean ran(String... command) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(ProcessBuilder.Redirect.DISCARD).start();
        return process.waitFor(20, TimeUnit.SECONDS) && process.exitValue() == 0;
    }
}
