package app.pervius.server.rules;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A row of the rule sheet: its place, its draft, and which of its editions is in force. */
@Entity
class Rule extends Row {
    long projectId;
    int position;
    boolean switchedOn = true;
    /** 0 until it has been put in force. */
    int editionInForce;
    @Nullable String draft;
    @Nullable Long draftBy;
    @Nullable Instant draftAt;
    boolean removed;
    @Version
    int version;
}
