package app.pervius.server.messages;

import app.pervius.core.tell.Pace;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** How soon a person of a project wants to be told. */
@Entity
class MessageWish {
    @Id
    long personId;
    long projectId;
    int minutes;
    @Nullable Integer atHour;
    boolean workingDays;
    /** Absent for the project's. */
    @Nullable String zone;
    @Version
    int version;

    Pace pace() {
        return new Pace(minutes, Optional.ofNullable(atHour), workingDays);
    }
}
