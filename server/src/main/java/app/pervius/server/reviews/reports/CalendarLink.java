package app.pervius.server.reviews.reports;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;

/** A person's secret link to a calendar of due dates; only a hash of the secret is kept. */
@Entity
class CalendarLink {
    @Id
    long accountId;
    String secretHash = "";
    Instant madeAt = Instant.EPOCH;
}
