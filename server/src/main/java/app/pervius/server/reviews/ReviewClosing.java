package app.pervius.server.reviews;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** Who closed a step, and when; where files go alone a step can be closed several times, each time for other files. */
@Entity
class ReviewClosing extends Row {
    long reviewId;
    int turn;
    int step;
    /** Nobody where silence did. */
    @Nullable Long personId;
    Instant closedAt = Instant.EPOCH;
}
