package app.pervius.server.reviews;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import java.time.Instant;

/** Who closed a step, and when; a step is closed once. */
@Entity
class ReviewClosing extends Row {
    long reviewId;
    int step;
    long personId;
    Instant closedAt = Instant.EPOCH;
}
