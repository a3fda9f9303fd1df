package app.pervius.server.people;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.Version;

@Entity
class Firm extends Row {
    long projectId;
    String code = "";
    String name = "";
    @Version
    int version;
}
