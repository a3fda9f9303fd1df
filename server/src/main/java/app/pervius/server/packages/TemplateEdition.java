package app.pervius.server.packages;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A folder template in one of its editions. */
@Entity
class TemplateEdition extends Row {
    long projectId;
    String templateKey = "";
    int edition;
    String definition = "";
    boolean inForce;
    @Nullable Long putInForceBy;
    Instant madeAt = Instant.EPOCH;
}
