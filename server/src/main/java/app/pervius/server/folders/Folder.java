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
    String fieldValues = "{}";
    @Version
    int version;
}
