package app.pervius.server.passages;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;

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
}
