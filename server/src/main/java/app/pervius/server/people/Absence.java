package app.pervius.server.people;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import java.time.Instant;
import java.time.LocalDate;

/** A person is away, and who stands in; both days included. */
@Entity
class Absence extends Row {
    long personId;
    long deputyId;
    LocalDate fromDay = LocalDate.EPOCH;
    LocalDate toDay = LocalDate.EPOCH;
    String note = "";
    /** Whether who stands in has been told of what waits already. */
    boolean told;
    long madeBy;
    Instant madeAt = Instant.EPOCH;
}
