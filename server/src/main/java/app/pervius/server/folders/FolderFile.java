package app.pervius.server.folders;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** One version of a file in a folder. */
@Entity
class FolderFile extends Row {
    long folderId;
    String name = "";
    String nameKey = "";
    /** What names are put in order by. */
    String sortKey = "";
    int versionNumber;
    String hash = "";
    long size;
    String mediaType = "";
    Instant addedAt = Instant.EPOCH;
    long addedBy;
    @Nullable Long passageId;
    @Nullable Long revisionId;
    /** The document it was numbered for on request, before anything of it was sent. */
    @Nullable Long documentId;
    /** Whether it is what the folder holds now; older versions and files that have left are not. */
    boolean present = true;
    @Nullable Long movedTo;
    @Version
    int version;
}
