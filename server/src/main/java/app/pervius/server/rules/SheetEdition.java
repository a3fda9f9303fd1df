package app.pervius.server.rules;

import app.pervius.core.rules.Handling;
import app.pervius.server.store.Json;
import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** The rule sheet as it was in force from some moment on; never changed afterwards. */
@Entity
class SheetEdition extends Row {

    /** A rule on it; one that is off stands there and takes nothing. */
    record Line(long rule, int edition, boolean on) {
    }

    /** What it says: the project's own word on each station, and the rules in their order. */
    record Says(Handling project, List<Line> lines) {
        Says {
            lines = List.copyOf(lines);
        }
    }

    long projectId;
    int edition;
    String definition = "";
    /** What was done, in words. */
    String account = "";
    @Nullable Long madeBy;
    Instant madeAt = Instant.EPOCH;

    Says says() {
        return Json.read(definition, Says.class);
    }
}
