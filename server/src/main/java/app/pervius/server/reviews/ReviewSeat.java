package app.pervius.server.reviews;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A person's place in a step, or in the release, of a review. */
@Entity
class ReviewSeat extends Row {
    long reviewId;
    int turn;
    long personId;
    boolean leads;
    /** Whether the person still has something to do here. */
    boolean open;
    @Nullable Instant due;
    /** The role that gave the place, if one did. */
    @Nullable Long roleId;
    /** Since when the person has it in hand. */
    @Nullable Instant takenAt;
    /** Who passed it on to this person, and what was said with it. */
    @Nullable Long passedBy;
    String note = "";
}
