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

@Entity
class Role extends Row {
    long projectId;
    String name = "";
    boolean controls;
    boolean seesAll;
    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "role_holder", joinColumns = @JoinColumn(name = "role_id"))
    @Column(name = "person_id")
    Set<Long> holders = new HashSet<>();
    @Version
    int version;
}
