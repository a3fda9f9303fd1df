package app.pervius.server.rules;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** The draft of what a project says of the stations its rules leave to it. */
@Entity
class ProjectHandling extends Row {
    long projectId;
    @Nullable String draft;
    @Nullable Long draftBy;
    @Nullable Instant draftAt;
    @Version
    int version;
}
