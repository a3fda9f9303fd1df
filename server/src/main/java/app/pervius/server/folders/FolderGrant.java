package app.pervius.server.folders;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import org.jspecify.annotations.Nullable;

/** A role, or a firm, that sees a folder and what is below it. */
@Entity
class FolderGrant extends Row {
    long folderId;
    @Nullable Long roleId;
    @Nullable Long firmId;
    boolean mayDrop;
}
