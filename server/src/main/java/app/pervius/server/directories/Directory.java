package app.pervius.server.directories;

import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A directory on the server from which files are taken into a folder.
 *
 * @param path whole, from the root on
 * @param everySeconds how long after one look the next follows at the latest
 * @param author whose its files are, a person of the project; absent where the subdirectory says so
 * @param authors whose the files of a subdirectory are, by its name
 * @param switchedOn whether it is looked at
 * @param taken how many files have been taken from it
 */
record Directory(long id, long project, long folder, String path, int everySeconds, Complete complete, Afterwards afterwards,
        @Nullable Long author, Map<String, Long> authors, int quietSeconds, boolean switchedOn, Count count) {

    /** How many files were taken, and the version of what was set. */
    record Count(long taken, int version) {
    }

    /**
     * When a file is complete.
     *
     * @param restSeconds once its size and time have not changed for so long; 0 where its marker says so
     * @param marker the ending of a file beside it that says so, such as {@code done} for {@code plan.pdf.done}; absent where rest does
     */
    record Complete(int restSeconds, @Nullable String marker) {
    }

    /** What happens with a file that was taken: it is moved to another directory, or deleted where that is absent. */
    record Afterwards(@Nullable String moveTo) {
    }

    /** Where files are taken from: the directory itself, or subdirectories by their names, each with its author. */
    List<Place> places() {
        return author != null ? List.of(new Place("", author))
                : authors.entrySet().stream().map(e -> new Place(e.getKey(), e.getValue())).toList();
    }

    record Place(String subdirectory, long author) {
    }

    Optional<String> marker() {
        return Optional.ofNullable(complete.marker());
    }

    Optional<String> moveTo() {
        return Optional.ofNullable(afterwards.moveTo());
    }

}
