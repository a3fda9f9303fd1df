package app.pervius.core.issue;

import app.pervius.core.project.FolderId;

/** What follows from a decision code. */
public sealed interface Target {

    /** A copy is placed in this folder with this status code. */
    record Place(FolderId folder, String statusCode) implements Target {
    }

    /** It goes back to its author with the comments. */
    record BackToAuthor() implements Target {
    }
}
