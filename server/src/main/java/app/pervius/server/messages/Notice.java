package app.pervius.server.messages;

import app.pervius.core.tell.Occasion;
import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** That a person is to be told something about one passage; becomes a line of a message. */
@Entity
class Notice extends Row {
    long projectId;
    /** Nobody where it goes to an address outside the project. */
    @Nullable Long personId;
    @Nullable String address;
    @Enumerated(EnumType.STRING)
    Occasion occasion = Occasion.ARRIVED;
    String gatherKey = "";
    long submissionId;
    long passageId;
    String what = "";
    String detail = "";
    String rule = "";
    Instant notedAt = Instant.EPOCH;
    @Nullable Long messageId;
}
