package app.pervius.server.documents;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

@Entity
class Document extends Row {
    long projectId;
    String number = "";
    String title = "";
    long originatorId;
    String fieldValues = "{}";
    /** What its originator calls it. */
    String ownReference = "";
    /** The key of the revision sequence its next revision is to be in; absent to go on in the one it is in. */
    @Nullable String sequenceKey;
    /** The newest revision it had before it was taken over from elsewhere. */
    @Nullable String revisionBefore;
    /** Why its number was voided; absent unless it was. */
    @Nullable String voided;
    Instant createdAt = Instant.EPOCH;
    @Version
    int version;
}
