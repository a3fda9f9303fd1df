package app.pervius.server.reviews;

import app.pervius.core.review.Drawn;
import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** What somebody said of one revision in one turn of a review. */
@Entity
class ReviewAnswer extends Row {

    /** What the lead made of a comment. */
    enum DrawnAs { KEPT, REWORDED, DROPPED }

    long reviewId;
    int turn;
    int step;
    String stepName = "";
    long passageId;
    /** Whose place it was given from; nobody's where silence counts as a code. */
    @Nullable Long seatId;
    /** Who gave it. */
    @Nullable Long personId;
    int code;
    String comment = "";
    Instant givenAt = Instant.EPOCH;
    @Enumerated(EnumType.STRING)
    @Nullable DrawnAs drawn;
    @Nullable String drawnText;
    @Nullable Long drawnBy;
    @Version
    int version;

    Drawn asDrawn() {
        return switch (drawn) {
            case null -> new Drawn.Kept();
            case KEPT -> new Drawn.Kept();
            case REWORDED -> new Drawn.Reworded(String.valueOf(drawnText));
            case DROPPED -> new Drawn.Dropped();
        };
    }

    /** What the author reads of it. */
    String released() {
        return asDrawn().released(comment);
    }
}
