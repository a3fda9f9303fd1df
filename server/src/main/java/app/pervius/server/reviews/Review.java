package app.pervius.server.reviews;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** Passages of one submission on one route, at one of its steps with the same people. */
@Entity
public class Review extends Row {

    public long projectId;
    public long submissionId;
    /** The first review of those it was one with; its own id where it is that. */
    public long familyId;
    public String routeKey = "";
    public int routeEdition;
    public long authorId;
    public long authorFirmId;
    @Enumerated(EnumType.STRING)
    public ReviewState state = ReviewState.FORMING;
    public int step;
    /** Counts the steps begun; what people do names the turn they saw. */
    public int turn;
    /** Who sits in its first step, as one text; only reviews with the same people take a passage in while they form. */
    public String seatsKey = "";
    /** How many of its files have been told that it begins, in their order; while it forms. */
    public int begun;
    public @Nullable Instant stepBegan;
    public @Nullable Instant due;
    public Instant madeAt = Instant.EPOCH;
    public @Nullable Instant closedAt;
    /** When Pervius looks after it next. */
    public @Nullable Instant nextChase;
    /** Who sent it by hand; nobody where a rule did. */
    public @Nullable Long senderId;
    public String message = "";
    /** Its files were decided before, and the decision was reopened. */
    public boolean reopened;
    /** Some of its files that are decided have still to be given their decisions. */
    public boolean passingOn;
    @Version
    public int version;
}
