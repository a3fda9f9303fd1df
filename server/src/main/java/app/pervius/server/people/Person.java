package app.pervius.server.people;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

@Entity
class Person extends Row {
    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    @JoinColumn(name = "firm_id")
    Firm firm = new Firm();
    String name = "";
    String email = "";
    /** What the person does, as it stands in a list of people. */
    String job = "";
    @Nullable String passwordHash;
    boolean administrator;
    boolean active = true;
    Instant createdAt = Instant.EPOCH;
    @Version
    int version;
}
