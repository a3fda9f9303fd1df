package app.pervius.core.issue;

import app.pervius.core.arrive.FileName;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import app.pervius.core.project.FolderId;
import app.pervius.core.project.InformationState;
import app.pervius.core.project.StatusCode;
import java.util.List;
import java.util.Optional;
import java.util.function.BiPredicate;
import java.util.function.Function;

/**
 * What station Issue decides by.
 *
 * @param revision number and revision; empty for what gets no number
 * @param baseName the name it came under, without ending
 * @param decided what its review came to; empty where nobody reviewed it
 * @param files the files of the revision
 * @param statusCodes the project's
 */
public record IssueFacts(Optional<Numbered> revision, String title, String baseName, Optional<Decided> decided, IssuePlan plan,
        List<FileName> files,
        FieldValues values, Fields fields, List<StatusCode> statusCodes, There there) {

    /**
     * What there is where it may go.
     *
     * @param folder a destination as it is now, if it still exists
     * @param former the document's current revision in a given state, if it has one
     * @param archive the project's archive folder, if it has one
     * @param taken whether a name is taken in a destination by a file that does not leave with the former revision
     */
    public record There(Function<FolderId, Optional<Destination>> folder, Function<InformationState, Optional<Former>> former,
            Optional<FolderId> archive, BiPredicate<Spot, FileName> taken) {
    }

    /** A revision of a document. */
    public record Numbered(String number, String code) {
    }

    /**
     * What a review came to.
     *
     * @param toAuthor whether it goes back whatever the plan says, because the route does
     * @param statusCode the status code the route calls for instead of the plan's
     */
    public record Decided(DecisionCode code, boolean toAuthor, Optional<String> statusCode) {
    }

    /** A folder as a destination. */
    public record Destination(FolderId folder, String path, InformationState state) {
    }

    /** A revision that is current until this one takes its place. */
    public record Former(long revision, String code) {
    }

    public IssueFacts {
        files = List.copyOf(files);
    }
}
