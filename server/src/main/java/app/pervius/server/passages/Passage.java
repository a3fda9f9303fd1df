package app.pervius.server.passages;

import app.pervius.core.passage.Station;
import app.pervius.core.passage.StopReason;
import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** The way of one revision, at the station where it is now. */
@Entity
class Passage extends Row {
    long projectId;
    long submissionId;
    long folderId;
    long authorId;
    long authorFirmId;
    long uploaderId;
    String originalName = "";
    String baseName = "";
    String title = "";
    String givenValues = "{}";
    String fieldValues = "{}";
    @Nullable Long ruleId;
    @Nullable Integer ruleEdition;
    @Nullable String ruleName;
    @Nullable Long documentId;
    @Nullable String number;
    @Nullable String revision;
    int cycle = 1;
    @Enumerated(EnumType.STRING)
    Station station = Station.ARRIVE;
    @Enumerated(EnumType.STRING)
    Passages.State state = Passages.State.RUNNING;
    @Enumerated(EnumType.STRING)
    Passages.@Nullable End ended;
    @Nullable String waitingFor;
    Instant since = Instant.EPOCH;
    @Nullable Instant due;
    @Enumerated(EnumType.STRING)
    StopReason.@Nullable Code stopCode;
    @Nullable String stopReason;
    @Nullable String stopFields;
    @Nullable String waysOut;
    @Nullable Integer readFile;
    @Nullable Integer decisionCode;
    @Nullable String statusCode;
    @Nullable String heldBy;
    @Version
    int version;
}
