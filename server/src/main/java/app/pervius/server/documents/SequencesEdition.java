package app.pervius.server.documents;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** The revision sequences of a project in one of their editions. */
@Entity
class SequencesEdition extends Row {
    long projectId;
    int edition;
    String definition = "";
    boolean inForce;
    @Nullable Long putInForceBy;
    Instant madeAt = Instant.EPOCH;
}
