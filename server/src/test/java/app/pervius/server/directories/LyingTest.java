package app.pervius.server.directories;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Which files of a directory are complete, look after look. */
class LyingTest {

    private static final Directory.Complete AT_REST = new Directory.Complete(5, null);
    private static final Directory.Complete MARKED = new Directory.Complete(0, "ok");

    @TempDir
    Path directory;
    private final Lying lying = new Lying();

    private List<String> ready(Directory.Complete complete, long seconds) throws IOException {
        return lying.look(directory, complete, Duration.ofSeconds(seconds).toNanos()).ready().stream().map(Lying.Seen::name).toList();
    }

    @Test
    void aFileIsCompleteOnceNothingOfItHasChangedForSoLong() throws IOException {
        Path file = Files.writeString(directory.resolve("a.pdf"), "one");
        assertThat(ready(AT_REST, 0)).isEmpty();
        assertThat(ready(AT_REST, 4)).isEmpty();
        Files.writeString(file, "two");
        Files.setLastModifiedTime(file, FileTime.fromMillis(1));
        assertThat(ready(AT_REST, 8)).as("it was written at between").isEmpty();
        assertThat(ready(AT_REST, 12)).isEmpty();
        assertThat(ready(AT_REST, 13)).containsExactly("a.pdf");
    }

    @Test
    void anotherOfTheSameNameSizeAndTimeIsAnother() throws IOException {
        Path file = Files.writeString(directory.resolve("a.pdf"), "one");
        FileTime time = Files.getLastModifiedTime(file);
        Lying.Seen first = Lying.Seen.of(file).orElseThrow();
        DirectoryBook.Noted noted = DirectoryBook.Noted.taken("a.pdf", first, Optional.empty());
        assertThat(noted.is(first)).isTrue();
        assertThat(new DirectoryBook.Noted("a.pdf", first.size(), first.modified(), "", noted.state(), Optional.empty()).is(first))
                .as("noted before this was looked at").isTrue();
        assertThat(first.key()).as("a share that is mounted anew has another device").doesNotContain("dev=");
        Path other = Files.writeString(directory.resolve("b"), "two");
        Files.setLastModifiedTime(other, time);
        Files.move(other, file, StandardCopyOption.REPLACE_EXISTING);
        assertThat(noted.is(Lying.Seen.of(file).orElseThrow())).as("it would be taken away unread").isFalse();
    }

    @Test
    void whatProgramsWriteUnderUntilTheyAreReadyIsLeftAlone() throws IOException {
        for (String name : List.of("b.pdf", "A.pdf", "c.pdf.part", "~lock", ".hidden", "d.tmp", "e~")) {
            Files.createFile(directory.resolve(name));
        }
        assertThat(ready(new Directory.Complete(0, null), 0)).containsExactly("A.pdf", "b.pdf");
    }

    @Test
    void aMarkerSaysItAndIsNoFileItself() throws IOException {
        Files.createFile(directory.resolve("a.pdf"));
        Files.createFile(directory.resolve("b.pdf"));
        Files.createFile(directory.resolve("b.pdf.ok"));
        Lying.Now now = lying.look(directory, MARKED, 0);
        assertThat(now.ready()).extracting(Lying.Seen::name).containsExactly("b.pdf");
        assertThat(now.waiting()).isOne();
    }
}
