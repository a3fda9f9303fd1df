package app.pervius.server.rules;

import app.pervius.core.project.FolderId;
import app.pervius.core.rules.Untaken.Then;
import app.pervius.core.rules.Untaken;
import app.pervius.server.refused.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;

/** What becomes of what no rule takes, as a screen fills it in. */
record UntakenForm(@NotNull Then usual, @NotNull @Size(max = Untaken.MOST_FOLDERS) List<@Valid @NotNull FolderSays> folders) {

    /** A folder that says otherwise for itself and what is below it. */
    record FolderSays(long folder, @NotNull Then then) {
    }

    Untaken untaken() {
        if (folders.stream().map(FolderSays::folder).distinct().count() < folders.size()) {
            throw Refused.invalid("untaken", "A folder is named twice with what becomes of what no rule takes there.");
        }
        return new Untaken(usual, folders.stream().map(f -> new Untaken.Otherwise(new FolderId(f.folder()), f.then())).toList());
    }

    static UntakenForm of(Untaken untaken) {
        return new UntakenForm(untaken.usual(), untaken.folders().stream().map(f -> new FolderSays(f.folder().value(), f.then())).toList());
    }
}
