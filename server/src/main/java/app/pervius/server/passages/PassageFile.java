package app.pervius.server.passages;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import org.jspecify.annotations.Nullable;

/** A file of the revision that is on a passage. */
@Entity
class PassageFile extends Row {
    long passageId;
    int position;
    long folderFileId;
    String name = "";
    String hash = "";
    long size;
    String mediaType = "";
    /** The PDF that is read instead of it. */
    @Nullable String copyHash;
    @Nullable Long copySize;
    @Nullable Integer copyPages;

    static PassageFile of(long passage, int position, PassageFacts.File file) {
        PassageFile row = new PassageFile();
        row.passageId = passage;
        row.position = position;
        row.folderFileId = file.folderFile();
        row.name = file.name();
        row.hash = file.hash();
        row.size = file.size();
        row.mediaType = file.mediaType();
        return row;
    }
}
