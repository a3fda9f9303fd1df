package app.pervius.server.reviews;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** Passages of one submission on one route, at one of its steps. */
@Entity
class Review extends Row {

    enum State {
        /** Passages of the submission may still join. */
        FORMING,
        OPEN,
        CLOSED
    }

    long projectId;
    long submissionId;
    String routeKey = "";
    int routeEdition;
    long authorId;
    long authorFirmId;
    boolean ownFirmDecides;
    @Enumerated(EnumType.STRING)
    State state = State.FORMING;
    int step;
    /** The role the step asks for, so that what waits for somebody is found by it. */
    long stepRole;
    @Nullable Instant stepBegan;
    @Nullable Instant due;
    Instant madeAt = Instant.EPOCH;
    @Version
    int version;
}
