package app.pervius.server.routes;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A route in one of its editions; never changed afterwards but for whether it is the one in force. */
@Entity
class RouteEdition extends Row {
    long projectId;
    String routeKey = "";
    int edition;
    String definition = "";
    boolean inForce;
    Instant madeAt = Instant.EPOCH;
    @Nullable Long putInForceBy;
}
