package app.pervius.server.reviews;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A person's place in a step, or in the release, of a review. */
@Entity
public class ReviewSeat extends Row {
    public long reviewId;
    public int turn;
    public long personId;
    public boolean leads;
    /** Whether the person still has something to do here. */
    public boolean open;
    public @Nullable Instant due;
    /** The role that gave the place, if one did. */
    public @Nullable Long roleId;
    /** Since when the person has it in hand. */
    public @Nullable Instant takenAt;
    /** Who passed it on to this person, and what was said with it. */
    public @Nullable Long passedBy;
    public String note = "";
}
