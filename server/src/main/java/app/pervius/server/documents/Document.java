package app.pervius.server.documents;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.Version;
import java.time.Instant;

@Entity
class Document extends Row {
    long projectId;
    String number = "";
    String title = "";
    long originatorId;
    String fieldValues = "{}";
    Instant createdAt = Instant.EPOCH;
    @Version
    int version;
}
