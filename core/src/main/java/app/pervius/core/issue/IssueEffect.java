package app.pervius.core.issue;

import app.pervius.core.project.FieldValues;
import app.pervius.core.project.FolderId;
import app.pervius.core.project.InformationState;

/** What station Issue wants done; all of it, or none. */
public sealed interface IssueEffect {

    /** The former current revision goes to the archive, in the same moment. */
    record Archive(IssueFacts.Former former, FolderId archive) implements IssueEffect {
    }

    /**
     * A file of the revision, by its place among them, 0-based, is placed under a name. A file that has the name already gets a next
     * version.
     */
    record PlaceFile(int file, Spot spot, String name, Target.Manner manner) implements IssueEffect {
    }

    /** The file that has the name goes to the archive first. */
    record Replace(Spot spot, String name, FolderId archive) implements IssueEffect {
    }

    /** Fields of the document get values. */
    record SetFields(FieldValues values) implements IssueEffect {
    }

    /** The revision is its document's current one in this state from now on. */
    record MakeCurrent(InformationState state, Spot spot, String statusCode) implements IssueEffect {
    }

    /** What has no number is filed, and nothing more. */
    record Filed(Spot spot) implements IssueEffect {
    }

    /** It is accepted, and placed nowhere. */
    record Nowhere() implements IssueEffect {
    }

    /** Its files go to a device. */
    record ToDevice(Release release) implements IssueEffect {
    }

    /** It goes back to its author with decision and comments. */
    record ReturnToAuthor(boolean mustComeAgain) implements IssueEffect {
    }
}
