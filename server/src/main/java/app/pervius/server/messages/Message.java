package app.pervius.server.messages;

import app.pervius.core.tell.Occasion;
import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A message to one person about one occasion, waiting to go out or sent. */
@Entity
class Message extends Row {
    /** The project; absent for what is about an account alone. */
    @Nullable Long projectId;
    String messageKey = "";
    /** Nobody where it goes to an address outside the project. */
    @Nullable Long personId;
    String recipient = "";
    @Enumerated(EnumType.STRING)
    Occasion occasion = Occasion.ARRIVED;
    String subject = "";
    /** Encrypted where it is secret. */
    String text = "";
    /** Its text lets somebody in, and is kept only until it has gone. */
    boolean secret;
    /** What is shown of a secret one: its text without what lets somebody in. */
    String shown = "";
    boolean important;
    /** The addresses it is for and those in copy, one a line, where recipients see each other. */
    @Nullable String openlyTo;
    @Nullable String inCopy;
    Instant madeAt = Instant.EPOCH;
    /** It waits to go out, for the first time or once more. */
    boolean underWay;
    @Nullable Instant sentAt;
    /** When nobody tried any more, and what was said last. */
    @Nullable Instant givenUpAt;
    @Nullable String lastWords;
    @Version
    int version;
}
