package app.pervius.server.numbers;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import java.time.Instant;

/** A number that has been assigned, once and for ever. */
@Entity
class LedgerEntry extends Row {
    long projectId;
    String number = "";
    String schemeKey = "";
    int schemeEdition;
    String combination = "";
    long counterValue;
    long documentId;
    Instant assignedAt = Instant.EPOCH;
    String byRule = "";
}
