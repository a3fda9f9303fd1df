package app.pervius.server.people;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A project's distribution matrix as it stands. */
@Entity
class DistributionMatrix {
    @Id
    long projectId;
    String definition = "";
    @Nullable Long changedBy;
    Instant changedAt = Instant.EPOCH;
    @Version
    int version;
}
