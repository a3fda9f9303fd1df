package app.pervius.core.rules;

import app.pervius.core.project.FolderId;
import java.util.List;
import java.util.Optional;

/**
 * What becomes of what no rule takes in an intake folder.
 *
 * @param usual what the project says
 * @param folders folders that say otherwise, for themselves and what is below them; the nearest counts
 */
public record Untaken(Then usual, List<Otherwise> folders) {

    /** What is said for a folder and what is below it. */
    public record Otherwise(FolderId folder, Then then) {
    }

    /** Everything is stopped for the document controller. */
    public static final Untaken STOPPED = new Untaken(Then.STOP, List.of());

    /** The most folders that may say otherwise. */
    public static final int MOST_FOLDERS = 500;

    /** What becomes of one arrival. */
    public enum Then {
        STOP("stopped at Arrive, for the document controller"),
        LEAVE("left where it lies"),
        LEAVE_AND_TELL("left where it lies, and the document controller is told");

        private final String phrase;

        Then(String phrase) {
            this.phrase = phrase;
        }

        /** What becomes of it, behind “is”. */
        public String phrase() {
            return phrase;
        }
    }

    public Untaken {
        folders = List.copyOf(folders);
    }

    /** What is said for a folder, given as itself, its parent, … up to the root. */
    public Then in(List<FolderId> pathUp) {
        return pathUp.stream().map(this::of).flatMap(Optional::stream).findFirst().orElse(usual);
    }

    private Optional<Then> of(FolderId folder) {
        return folders.stream().filter(said -> said.folder().equals(folder)).map(Otherwise::then).findFirst();
    }
}
