package app.pervius.server.messages;

import app.pervius.core.tell.Occasion;
import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Version;

/** What a project usually says on an occasion, where a rule has no words of its own. */
@Entity
class UsualWords extends Row {
    long projectId;
    @Enumerated(EnumType.STRING)
    Occasion occasion = Occasion.ARRIVED;
    /** Patterns with merge fields; empty for what Pervius says. */
    String subject = "";
    String text = "";
    @Version
    int version;
}
