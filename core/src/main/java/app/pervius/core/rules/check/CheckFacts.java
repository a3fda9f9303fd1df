package app.pervius.core.rules.check;

import app.pervius.core.project.Fields;
import app.pervius.core.project.FolderId;
import app.pervius.core.rules.Parties;
import app.pervius.core.rules.RuleSheet;
import java.util.List;
import java.util.Optional;

/**
 * What the check of a sheet goes by.
 *
 * @param folders all folders of the project, each after the one it lies in
 * @param people everybody of the project
 * @param nameFields the fields patterns may name
 */
public record CheckFacts(RuleSheet sheet, List<Node> folders, List<Parties.Party> people, Fields nameFields) {

    /** A folder in the tree. */
    public record Node(FolderId id, Optional<FolderId> parent, String path) {
    }

    public CheckFacts {
        folders = List.copyOf(folders);
        people = List.copyOf(people);
    }
}
