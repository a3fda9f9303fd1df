package app.pervius.server.passages;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;

/** A word a passage is found by. */
@Entity
class PassageWord extends Row {
    long projectId;
    String word = "";
    long passageId;
}
