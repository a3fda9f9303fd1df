package app.pervius.server.following;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.time.Instant;

/** That somebody wishes to be told of a document, or of what comes in a folder and below. */
@Entity
class Following extends Row {

    /** What is followed. */
    enum Kind { DOCUMENT, FOLDER }

    long projectId;
    long personId;
    @Enumerated(EnumType.STRING)
    Kind kind = Kind.FOLDER;
    long thingId;
    Instant since = Instant.EPOCH;
}
