package app.pervius.server.messages;

import app.pervius.core.tell.Occasion;
import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A message to one person about one occasion, waiting in the outbox or sent. */
@Entity
class Message extends Row {
    /** The project; absent for what is about an account. */
    @Nullable Long projectId;
    String messageKey = "";
    /** Nobody where it goes to an address outside the project. */
    @Nullable Long personId;
    String recipient = "";
    @Enumerated(EnumType.STRING)
    @Nullable Occasion occasion;
    String subject = "";
    /** Encrypted where it is about an account. */
    String text = "";
    @Enumerated(EnumType.STRING)
    Messages.State state = Messages.State.WAITING;
    int attempts;
    Instant nextAttempt = Instant.EPOCH;
    @Nullable String lastError;
    Instant madeAt = Instant.EPOCH;
    @Nullable Instant sentAt;
    @Version
    int version;
}
