package app.pervius.server.folders;

import app.pervius.core.project.InformationState;
import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Version;
import org.jspecify.annotations.Nullable;

@Entity
class Folder extends Row {
    long projectId;
    @Nullable Long parentId;
    String name = "";
    String nameKey = "";
    @Enumerated(EnumType.STRING)
    InformationState state = InformationState.WORK_IN_PROGRESS;
    /** The firm whose own folder it is; nobody's own if absent. */
    @Nullable Long firmId;
    /** Seen by those it is opened to, and no longer by everybody of the project. */
    boolean restricted;
    /** Counts how often it was said to whom it is open. */
    int accessEdition;
    String fieldValues = "{}";
    /** What lies in the folder that each firm gets in this one, as {@link FirmFolders.ForFirm}. */
    String forEachFirm = "[]";
    @Version
    int version;
}
