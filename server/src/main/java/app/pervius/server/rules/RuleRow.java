package app.pervius.server.rules;

import app.pervius.core.rules.Rule;
import app.pervius.server.store.Json;
import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A row of the rule sheet as people work on it: its place in the drafted order, and its draft. What is in force is a {@link SheetEdition}.
 */
@Entity(name = "Rule")
@Table(name = "rule")
class RuleRow extends Row {
    long projectId;
    int position;
    @Nullable String draft;
    @Nullable Long draftBy;
    @Nullable Instant draftAt;
    boolean removed;
    @Version
    int version;

    Optional<Rule> drafted() {
        return Optional.ofNullable(draft).map(text -> Json.read(text, Rule.class));
    }
}
