package app.pervius.server.passages;

import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.passage.Station;
import app.pervius.core.passage.StopReason;
import app.pervius.server.journal.Journal;
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
    @Enumerated(EnumType.STRING)
    ArrivalEvent event = ArrivalEvent.NEW_FILE;
    /** The passage its files were on before, where they were placed by it or go through again. */
    @Nullable Long cameFrom;
    String originalName = "";
    String baseName = "";
    String title = "";
    String givenValues = "{}";
    String fieldValues = "{}";
    @Nullable Long ruleId;
    @Nullable Integer ruleEdition;
    @Nullable String ruleName;
    /** The edition of the rule sheet it was judged by. */
    @Nullable Integer sheetEdition;
    /** The key of a route a person chose instead of the rule's. */
    @Nullable String chosenRoute;
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
    /** It waits until no revision of this document is on its way. */
    @Nullable Long awaitsDocument;
    @Nullable Instant due;
    @Enumerated(EnumType.STRING)
    StopReason.@Nullable Code stopCode;
    @Nullable String stopReason;
    @Nullable String stopFields;
    /** The base name that would do, where the stop knows one. */
    @Nullable String stopProposal;
    @Nullable String waysOut;
    @Nullable Integer readFile;
    @Nullable Integer decisionCode;
    /** The route sends it back to its author, whatever its code calls for elsewhere. */
    boolean toAuthor;
    /** The status code the route calls for. */
    @Nullable String statusWanted;
    /** It was sent on a route by hand; no rule has it. */
    boolean byHand;
    /** Somebody has said that its title block may say otherwise. */
    boolean overlooked;
    /** The step its review goes on at, 0-based. */
    int reviewFrom;
    @Nullable String statusCode;
    /** Who reopened its decision, and why, until it is decided anew. */
    @Nullable Long reopenedBy;
    @Nullable String reopenedWhy;
    @Nullable String heldBy;
    int journalSeq;
    String journalHash = "";
    @Version
    int version;

    /** Writes on its journal what happened at the station where it is. */
    void note(Journal journal, Journal.Kind kind, Journal.Actor actor, String account) {
        Journal.Head head = journal.write(new Journal.Head(journalSeq, journalHash),
                new Journal.Note(id(), station, kind, actor, account, ruleInWords()));
        journalSeq = head.seq();
        journalHash = head.hash();
    }

    /** A rule has it from now on. */
    void takenBy(PassageFacts.TakenBy by) {
        ruleId = by.rule();
        ruleEdition = by.edition();
        ruleName = by.name();
        sheetEdition = by.sheet();
    }

    /** Number, revision and title, or the file's name before it has a number. */
    String inWords() {
        return PassageFacts.inWords(number, revision, title, originalName);
    }

    /** The rule with its edition, or an empty text. */
    String ruleInWords() {
        return ruleName == null ? "" : ruleName + " (edition " + ruleEdition + ")";
    }
}
