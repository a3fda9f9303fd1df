package app.pervius.server.numbers;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.Version;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/** A run of numbers kept for an originator until a day, the day included. */
@Entity
class Reservation extends Row {
    long projectId;
    String schemeKey = "";
    String combination = "";
    long fromValue;
    long toValue;
    String firstNumber = "";
    String lastNumber = "";
    int numbers;
    long firmId;
    LocalDate untilDay = LocalDate.EPOCH;
    String reason = "";
    long madeBy;
    Instant madeAt = Instant.EPOCH;
    @Nullable Instant endedAt;
    @Version
    int version;
}
