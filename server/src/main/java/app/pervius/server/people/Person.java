package app.pervius.server.people;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** Somebody in one project, as its controllers entered that person. */
@Entity
class Person extends Row {
    long projectId;
    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    @JoinColumn(name = "firm_id")
    Firm firm = new Firm();
    String name = "";
    String address = "";
    /** The address in small letters: no two people of a project have the same. */
    String addressKey = "";
    /** What the person does, as it stands in a list of people. */
    String job = "";
    /** What the person signs in with; absent until the invitation is accepted. */
    @Nullable Long accountId;
    /** Has left the project. */
    boolean gone;
    /** Neither gone, nor is the account closed. */
    boolean active = true;
    Instant createdAt = Instant.EPOCH;
    @Version
    int version;
}
