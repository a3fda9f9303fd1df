package app.pervius.server.numbers;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A number scheme in one of its editions; never changed afterwards but for whether it is the one in force. */
@Entity
class SchemeEdition extends Row {
    long projectId;
    String schemeKey = "";
    int edition;
    String definition = "";
    boolean inForce;
    @Nullable Long putInForceBy;
    Instant madeAt = Instant.EPOCH;
}
