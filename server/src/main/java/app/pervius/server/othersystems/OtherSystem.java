package app.pervius.server.othersystems;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import jakarta.persistence.Version;

@Entity
@Table(name = "connection")
class OtherSystem extends Row {
    String name = "";
    String address = "";
    /** Sent as a bearer token; never shown again. Empty for none. */
    String secret = "";
    @Version
    int version;
}
