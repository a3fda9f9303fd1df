package app.pervius.server.people;

import app.pervius.server.store.Row;
import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.Version;
import java.util.HashSet;
import java.util.Set;

/** A role of a project: what it lets its holders do, and who holds it. */
@Entity
class Role extends Row {
    long projectId;
    String name = "";
    boolean controls;
    boolean seesAll;
    boolean handsIn;
    boolean sendsByHand;
    boolean decides;
    /** Firms whose work it lets see beside the own. */
    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "role_firm", joinColumns = @JoinColumn(name = "role_id"))
    @Column(name = "firm_id")
    Set<Long> seesFirms = new HashSet<>();
    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "role_holder", joinColumns = @JoinColumn(name = "role_id"))
    @Column(name = "person_id")
    Set<Long> holders = new HashSet<>();
    @Version
    int version;
}
