package app.pervius.server.numbers;

import app.pervius.core.number.NumberState;
import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A number, once and for ever, and what has become of it. */
@Entity
class LedgerEntry extends Row {
    long projectId;
    String number = "";
    String schemeKey = "";
    int schemeEdition;
    String combination = "";
    @Nullable Long counterValue;
    @Enumerated(EnumType.STRING)
    NumberState state = NumberState.ASSIGNED;
    @Nullable Long documentId;
    String title = "";
    /** Whose number it is. */
    @Nullable Long firmId;
    /** Who took, reserved, voided or took it over; absent where a rule assigned it. */
    @Nullable Long personId;
    Instant assignedAt = Instant.EPOCH;
    String byRule = "";
    String reason = "";
    @Nullable Long reservationId;
    /** When what it is for first came. */
    @Nullable Instant cameAt;
}
