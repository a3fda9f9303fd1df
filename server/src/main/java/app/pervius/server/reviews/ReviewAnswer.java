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
public class ReviewAnswer extends Row {

    /** What the lead made of a comment. */
    public enum DrawnAs {
        KEPT, REWORDED, DROPPED;

        /** @param as absent for what nobody has looked at, which is kept */
        public static Drawn drawn(@Nullable DrawnAs as, @Nullable String text) {
            return switch (as) {
                case null -> new Drawn.Kept();
                case KEPT -> new Drawn.Kept();
                case REWORDED -> new Drawn.Reworded(String.valueOf(text));
                case DROPPED -> new Drawn.Dropped();
            };
        }
    }

    public long reviewId;
    public int turn;
    public int step;
    public String stepName = "";
    public long passageId;
    /** Whose place it was given from; nobody's where silence counts as a code. */
    public @Nullable Long seatId;
    /** Who gave it. */
    public @Nullable Long personId;
    /** In whose stead, at that time; nobody's where it was given for oneself, whoever has the place since. */
    public @Nullable Long insteadOf;
    public int code;
    public String comment = "";
    public Instant givenAt = Instant.EPOCH;
    @Enumerated(EnumType.STRING)
    public @Nullable DrawnAs drawn;
    public @Nullable String drawnText;
    public @Nullable Long drawnBy;
    @Version
    public int version;

    Drawn asDrawn() {
        return DrawnAs.drawn(drawn, drawnText);
    }

    /** What the author reads of it. */
    String released() {
        return asDrawn().released(comment);
    }
}
