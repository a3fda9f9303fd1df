package app.pervius.server.passages;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import java.util.Objects;
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
        row.become(file);
        return row;
    }

    PassageFacts.File fact() {
        return new PassageFacts.File(folderFileId, name, hash, size, mediaType, copyHash == null ? null
                : new PassageFacts.ReadableCopy(copyHash, Objects.requireNonNull(copySize), Objects.requireNonNull(copyPages)));
    }

    /** Another file takes its place; nothing is read instead of that. */
    void become(PassageFacts.File file) {
        folderFileId = file.folderFile();
        name = file.name();
        hash = file.hash();
        size = file.size();
        mediaType = file.mediaType();
        copyHash = null;
        copySize = null;
        copyPages = null;
    }
}
