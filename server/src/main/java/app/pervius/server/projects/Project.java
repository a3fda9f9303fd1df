package app.pervius.server.projects;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

@Entity
class Project extends Row {
    String code = "";
    String name = "";
    String zone = "UTC";
    @Nullable Long archiveFolder;
    String fields = "[]";
    String decisionCodes = "[]";
    String statusCodes = "[]";
    /** Its working days; empty for the usual ones. */
    String workingCalendar = "";
    /** Of whom a second step of signing in is asked: names of {@link SecondStepFor}, separated by commas. */
    String secondStepFor = "";
    Instant createdAt = Instant.EPOCH;
    @Version
    int version;
}
