package app.pervius.server.journal;

import app.pervius.core.passage.Station;
import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

@Entity
class JournalEntry extends Row {
    long passageId;
    int seq;
    Instant at = Instant.EPOCH;
    @Enumerated(EnumType.STRING)
    Station station = Station.ARRIVE;
    @Enumerated(EnumType.STRING)
    Journal.Kind kind = Journal.Kind.PASSED;
    @Nullable Long actorId;
    String actor = "";
    String account = "";
    String rule = "";
    String previousHash = "";
    String hash = "";
}
