package app.pervius.server.rules;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import java.time.Instant;

/** A rule as it was put in force; never changed afterwards. */
@Entity
class RuleEdition extends Row {
    long ruleId;
    int edition;
    String definition = "";
    long putInForceBy;
    Instant putInForceAt = Instant.EPOCH;
}
