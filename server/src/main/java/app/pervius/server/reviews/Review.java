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
class Review extends Row {

    long projectId;
    long submissionId;
    /** The first review of those it was one with; its own id where it is that. */
    long familyId;
    String routeKey = "";
    int routeEdition;
    long authorId;
    long authorFirmId;
    @Enumerated(EnumType.STRING)
    ReviewState state = ReviewState.FORMING;
    int step;
    /** Counts the steps begun; what people do names the turn they saw. */
    int turn;
    /** Who sits in its first step, as one text; only reviews with the same people take a passage in while they form. */
    String seatsKey = "";
    @Nullable Instant stepBegan;
    @Nullable Instant due;
    Instant madeAt = Instant.EPOCH;
    @Nullable Instant closedAt;
    /** When Pervius looks after it next. */
    @Nullable Instant nextChase;
    /** Who sent it by hand; nobody where a rule did. */
    @Nullable Long senderId;
    String message = "";
    /** Its files were decided before, and the decision was reopened. */
    boolean reopened;
    @Version
    int version;
}
