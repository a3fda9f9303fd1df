package app.pervius.core.prepare;

import app.pervius.core.arrive.FileFormat;
import app.pervius.core.arrive.FileName;
import app.pervius.core.passage.Outcome;
import java.util.List;
import java.util.Optional;

/** Station Prepare: which file of the revision people read in the browser. */
public final class Prepare {

    private static final List<FileFormat> READABLE = List.of(FileFormat.PDF, FileFormat.IMAGE, FileFormat.TEXT);

    /** The file people read, by its place among the revision's files, 0-based. */
    public record ReadHere(int file) {
    }

    private Prepare() {
    }

    public static Outcome<ReadHere> decide(List<FileName> files) {
        Optional<Integer> readable = READABLE.stream()
                .flatMap(format -> java.util.stream.IntStream.range(0, files.size()).boxed()
                        .filter(i -> FileFormat.of(files.get(i)) == format))
                .findFirst();
        return readable
                .map(i -> new Outcome.Passed<>(List.of(new ReadHere(i)), "Read here: " + files.get(i).text() + "."))
                .orElseGet(() -> new Outcome.Passed<>(List.of(), "No file of it can be read in the browser; it is read with its own program."));
    }
}
