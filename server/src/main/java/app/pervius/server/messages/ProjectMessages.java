package app.pervius.server.messages;

import app.pervius.core.tell.Pace;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** How a project's messages go. */
@Entity
class ProjectMessages {
    @Id
    long projectId;
    int minutes;
    @Nullable Integer atHour;
    boolean workingDays;
    /** How long people may choose to wait, in minutes. */
    int slowest;
    /** Nothing goes out until somebody says so. */
    boolean held;
    /** Where answers go; empty for wherever mail comes from. */
    String replyTo = "";
    @Version
    int version;

    Pace pace() {
        return new Pace(minutes, Optional.ofNullable(atHour), workingDays);
    }
}
