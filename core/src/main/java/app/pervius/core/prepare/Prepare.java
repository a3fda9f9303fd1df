package app.pervius.core.prepare;

import app.pervius.core.arrive.FileFormat;
import app.pervius.core.arrive.FileName;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.Unreadable;
import app.pervius.core.passage.WayOut;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/** Station Prepare: which file of the revision people read in the browser. */
public final class Prepare {

    private static final List<FileFormat> READABLE = List.of(FileFormat.PDF, FileFormat.IMAGE, FileFormat.TEXT);

    /**
     * A file of the revision.
     *
     * @param format by what is in it, as rules tell it too
     * @param cannotOpen why it cannot be opened, where that is known
     */
    public record Its(FileName name, FileFormat format, Optional<String> cannotOpen) {
    }

    /** The file people read, by its place among the revision's files, 0-based. */
    public record ReadHere(int file) {
    }

    private Prepare() {
    }

    /** @param unreadable what the rule says of files that cannot be opened, unless somebody has let this one go on */
    public static Outcome<ReadHere> decide(List<Its> files, Unreadable unreadable) {
        Optional<Its> closed = files.stream().filter(f -> f.cannotOpen().isPresent()).findFirst();
        String said = closed.map(f -> "“" + f.name().text() + "” cannot be opened: " + f.cannotOpen().orElseThrow() + ".").orElse("");
        if (closed.isPresent() && unreadable == Unreadable.STOP) {
            return Outcome.stopped(StopReason.Code.CANNOT_BE_READ, said, WayOut.GO_ON_ALL_THE_SAME, WayOut.TRY_AGAIN, WayOut.SEND_BACK,
                    WayOut.TAKE_OUT);
        }
        if (closed.isPresent() && unreadable == Unreadable.RETURN) {
            return new Outcome.Returned<>(new StopReason(StopReason.Code.CANNOT_BE_READ, said + " Hand in one that everybody can open."));
        }
        String remark = closed.isPresent() ? " " + said : "";
        return readable(files).map(i -> new Outcome.Passed<>(List.of(new ReadHere(i)), "Read here: " + files.get(i).name()
                .text() + "." + remark,
                        "Will be read here: " + files.get(i).name().text() + "." + remark))
                .orElseGet(() -> new Outcome.Passed<>(List.of(),
                        "No file of it can be read in the browser; it is read with its own program." + remark));
    }

    /** The first of the kind that is read best; one that can be opened before one that cannot. */
    private static Optional<Integer> readable(List<Its> files) {
        return IntStream.range(0, files.size()).boxed().filter(i -> READABLE.contains(files.get(i).format()))
                .min(java.util.Comparator.comparing((Integer i) -> files.get(i).cannotOpen().isPresent())
                        .thenComparing(i -> READABLE.indexOf(files.get(i).format()))
                        .thenComparing(i -> i));
    }
}
