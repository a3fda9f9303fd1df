package app.pervius.core.issue;

import app.pervius.core.project.FolderId;
import app.pervius.core.project.InformationState;

/** What station Issue wants done; all of it, or none. */
public sealed interface IssueEffect {

    /** The former current revision goes to the archive, in the same moment. */
    record Archive(IssueFacts.Former former, FolderId archive) implements IssueEffect {
    }

    /** A file of the revision, by its place among them, is placed under a name. */
    record PlaceFile(int file, Spot spot, String name) implements IssueEffect {
    }

    /** The revision is its document's current one in this state from now on. */
    record MakeCurrent(InformationState state, Spot spot, String statusCode) implements IssueEffect {
    }

    /** It goes back to its author with decision and comments. */
    record ReturnToAuthor(boolean mustComeAgain) implements IssueEffect {
    }
}
