package app.pervius.server.intake;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.Version;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/** What was handed in together. */
@Entity
class Submission extends Row {
    long projectId;
    long folderId;
    String reference = "";
    String purpose = "";
    /** Values given with it for fields that are asked for. */
    String givenValues = "{}";
    @Nullable LocalDate answerDue;
    long authorId;
    long authorFirmId;
    long uploaderId;
    boolean open = true;
    Instant openedAt = Instant.EPOCH;
    Instant lastActivity = Instant.EPOCH;
    @Nullable Instant closedAt;
    /** Whether its revisions are beginning their passages, and how many have. */
    boolean opening;
    int opened;
    /** How often its passages were taken further. */
    int runs;
    /** Whether something for the whole submission is still to be done. */
    boolean unsettled;
    /** The process that has it in hand, and how long nobody else may take it. */
    @Nullable String leasedBy;
    @Nullable Instant leasedUntil;
    @Version
    int version;
}
