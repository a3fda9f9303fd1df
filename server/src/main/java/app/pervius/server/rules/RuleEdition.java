package app.pervius.server.rules;

import app.pervius.core.rules.Rule;
import app.pervius.server.store.Json;
import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A rule as it was put in force; never changed afterwards. */
@Entity
class RuleEdition extends Row {
    long ruleId;
    int edition;
    String definition = "";
    @Nullable Long putInForceBy;
    Instant putInForceAt = Instant.EPOCH;

    Rule rule() {
        return Json.read(definition, Rule.class);
    }
}
