package app.pervius.core.issue;

import app.pervius.core.project.FolderId;

/** What follows from a decision code. */
public sealed interface Target {

    /**
     * A copy is placed with this status code.
     *
     * @param path a path pattern that leads to a folder below {@code folder}; empty for that folder itself
     */
    record Place(FolderId folder, String statusCode, String path) implements Target {
    }

    /** What the project says of the decision code. */
    record AsProject() implements Target {
    }

    /** It goes back to its author with the comments. */
    record BackToAuthor() implements Target {
    }
}
