package app.pervius.server.reviews;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.Version;
import java.time.Instant;

/** What somebody said of one revision in one step. */
@Entity
class ReviewAnswer extends Row {
    long reviewId;
    int step;
    String stepName = "";
    long passageId;
    long personId;
    int code;
    String comment = "";
    Instant givenAt = Instant.EPOCH;
    @Version
    int version;
}
