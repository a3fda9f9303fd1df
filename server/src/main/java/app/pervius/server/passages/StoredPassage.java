package app.pervius.server.passages;

import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.arrive.FileName;
import app.pervius.core.passage.Decision;
import app.pervius.core.passage.End;
import app.pervius.core.passage.Entry;
import app.pervius.core.passage.Holder;
import app.pervius.core.passage.Identity;
import app.pervius.core.passage.Orders;
import app.pervius.core.passage.Passage;
import app.pervius.core.passage.PassageId;
import app.pervius.core.passage.State;
import app.pervius.core.passage.Station;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.TakenBy;
import app.pervius.core.passage.Wait;
import app.pervius.core.passage.WayOut;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.PersonId;
import app.pervius.core.register.DocumentId;
import app.pervius.server.journal.Journal;
import app.pervius.server.store.Json;
import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.type.TypeReference;

/** A passage as it is stored. What moves it is {@link Passage}: a row is read as one, and takes what became of it. */
@Entity(name = "Passage")
@Table(name = "passage")
class StoredPassage extends Row {

    /** The most characters of a reason for a stop, and of the names of those who have it. */
    private static final int LONGEST_REASON = 2000;
    private static final int LONGEST_NAMES = 400;

    /** Who has it while it waits; everything else says that by itself. */
    enum Having { PERVIUS, UNTIL_OTHERS, SEATED }

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
    @Nullable Integer sheetEdition;
    @Nullable Long documentId;
    @Nullable String number;
    @Nullable String revision;
    int cycle = 1;
    @Nullable Integer readFile;

    @Enumerated(EnumType.STRING)
    Station station = Station.ARRIVE;
    @Enumerated(EnumType.STRING)
    Passages.State state = Passages.State.RUNNING;
    Instant since = Instant.EPOCH;

    @Nullable String waitingFor;
    @Nullable Long awaitsDocument;
    @Nullable Instant waitUntil;
    @Nullable String waitThen;
    @Enumerated(EnumType.STRING)
    @Nullable Having holder;
    @Nullable String heldBy;
    @Nullable Instant due;

    @Enumerated(EnumType.STRING)
    StopReason.@Nullable Code stopCode;
    @Nullable String stopReason;
    @Nullable String stopFields;
    @Nullable String stopProposal;
    @Nullable String waysOut;

    @Enumerated(EnumType.STRING)
    @Nullable End ended;
    @Nullable String statusCode;

    @Nullable String chosenRoute;
    int reviewFrom;
    boolean byHand;
    boolean overlooked;

    @Nullable Integer decisionCode;
    boolean toAuthor;
    @Nullable String statusWanted;
    @Nullable Long reopenedBy;
    @Nullable String reopenedWhy;

    int journalSeq;
    String journalHash = "";
    @Version
    int version;

    /** The passage as it is. */
    Passage passage() {
        Identity identity = new Identity(baseName, title, values(givenValues), values(fieldValues), rule(),
                documentId == null || number == null || revision == null ? Optional.empty()
                : Optional.of(new Identity.Revision(documentId, number, revision, cycle)),
                Optional.ofNullable(readFile));
        return new Passage(new PassageId(id()), identity, station, state(),
                new Orders(Optional.ofNullable(chosenRoute), reviewFrom, byHand, overlooked),
                Optional.ofNullable(decisionCode).map(code -> new Decision(code, toAuthor, Optional.ofNullable(statusWanted))), reopened(),
                since);
    }

    /** It is another way now. */
    void become(Passage next) {
        identified(next.identity());
        station = next.station();
        since = next.since();
        stands(next.state());
        chosenRoute = next.orders().route().orElse(null);
        reviewFrom = next.orders().reviewFrom();
        byHand = next.orders().byHand();
        overlooked = next.orders().overlooked();
        decisionCode = next.decision().map(Decision::code).orElse(null);
        toAuthor = next.decision().filter(Decision::toAuthor).isPresent();
        statusWanted = next.decision().flatMap(Decision::statusCode).orElse(null);
        reopenedBy = next.reopened().map(again -> again.by().value()).orElse(null);
        reopenedWhy = next.reopened().map(Passage.Reopened::why).orElse(null);
    }

    private void identified(Identity its) {
        baseName = its.baseName();
        title = its.title();
        givenValues = Json.write(its.given().byKey());
        fieldValues = Json.write(its.values().byKey());
        ruleId = its.rule().map(TakenBy::rule).orElse(null);
        ruleEdition = its.rule().map(TakenBy::edition).orElse(null);
        ruleName = its.rule().map(TakenBy::name).orElse(null);
        sheetEdition = its.rule().map(TakenBy::sheet).orElse(null);
        documentId = its.revision().map(Identity.Revision::document).orElse(null);
        number = its.revision().map(Identity.Revision::number).orElse(null);
        revision = its.revision().map(Identity.Revision::code).orElse(null);
        cycle = its.revision().map(Identity.Revision::cycle).orElse(1);
        readFile = its.readFile().orElse(null);
    }

    private void stands(State next) {
        State.Waiting waiting = next instanceof State.Waiting its ? its : null;
        waitingFor = waiting == null ? null : waiting.what().forWhat();
        awaitsDocument = waiting == null ? null : waiting.what().document().map(DocumentId::value).orElse(null);
        waitUntil = waiting == null ? null : waiting.what().limit().map(Wait.Limit::until).orElse(null);
        waitThen = waiting == null ? null : waiting.what().limit().map(limit -> Json.write(limit.then())).orElse(null);
        due = waiting == null ? null : waiting.due().orElse(null);
        holder = waiting == null ? null : switch (waiting.holder()) {
            case Holder.UntilOthers others -> Having.UNTIL_OTHERS;
            case Holder.Seated seated -> Having.SEATED;
            case Holder.Pervius pervius -> Having.PERVIUS;
            case Holder.DocumentControl control -> throw new IllegalArgumentException("what waits is not stopped");
            case Holder.Nobody nobody -> throw new IllegalArgumentException("what waits is not done");
        };
        heldBy = waiting != null && waiting.holder() instanceof Holder.Seated(String names) ? cut(names, LONGEST_NAMES) : null;
        State.Stopped stopped = next instanceof State.Stopped its ? its : null;
        stopCode = stopped == null ? null : stopped.reason().code();
        stopReason = stopped == null ? null : cut(stopped.reason().sentence(), LONGEST_REASON);
        stopFields = stopped == null ? null : Json.write(stopped.reason().fields());
        stopProposal = stopped == null ? null : stopped.reason().proposal().filter(name -> name.length() <= FileName.LONGEST).orElse(null);
        waysOut = stopped == null ? null : Json.write(stopped.waysOut());
        ended = next instanceof State.Done done ? done.how() : null;
        statusCode = next instanceof State.Done done ? done.statusCode().orElse(null) : null;
        state = switch (next) {
            case State.Running running -> Passages.State.RUNNING;
            case State.Waiting its -> Passages.State.WAITING;
            case State.Stopped its -> Passages.State.STOPPED;
            case State.Done its -> Passages.State.DONE;
        };
    }

    /** Where it stands, and what it needs where it does not move. */
    State state() {
        return switch (state) {
            case RUNNING -> new State.Running();
            case WAITING -> new State.Waiting(new Wait(Objects.requireNonNullElse(waitingFor, ""), Optional.ofNullable(awaitsDocument)
                    .map(DocumentId::new), limit()),
                    switch (Objects.requireNonNull(holder)) {
                        case PERVIUS -> new Holder.Pervius();
                        case UNTIL_OTHERS -> new Holder.UntilOthers();
                        case SEATED -> new Holder.Seated(Objects.requireNonNull(heldBy));
                    }, Optional.ofNullable(due));
            case STOPPED -> new State.Stopped(new StopReason(Objects.requireNonNull(stopCode), Objects.requireNonNull(stopReason),
                    Json.read(Objects.requireNonNull(stopFields), new TypeReference<List<String>>() { }),
                    Optional.ofNullable(stopProposal)),
                    Json.read(Objects.requireNonNull(waysOut), new TypeReference<List<WayOut>>() { }));
            case DONE -> new State.Done(Objects.requireNonNull(ended), Optional.ofNullable(statusCode));
        };
    }

    private Optional<Wait.Limit> limit() {
        return waitUntil == null || waitThen == null ? Optional.empty()
                : Optional.of(new Wait.Limit(waitUntil, Json.read(waitThen, Wait.Then.class)));
    }

    private Optional<TakenBy> rule() {
        return ruleId == null || ruleEdition == null || ruleName == null ? Optional.empty()
                : Optional.of(new TakenBy(ruleId, ruleEdition, sheetEdition == null ? 0 : sheetEdition, ruleName));
    }

    private Optional<Passage.Reopened> reopened() {
        return reopenedBy == null || reopenedWhy == null ? Optional.empty()
                : Optional.of(new Passage.Reopened(new PersonId(reopenedBy), reopenedWhy));
    }

    /** Where its files came from, and whose they are. */
    PassageFacts.Origin origin() {
        return new PassageFacts.Origin(projectId, submissionId, folderId, authorId, authorFirmId, uploaderId, event,
                Optional.ofNullable(cameFrom), originalName);
    }

    /** Writes on its journal what happened. */
    void note(Journal journal, Journal.Actor actor, Entry entry) {
        Journal.Head head = journal.write(new Journal.Head(journalSeq, journalHash),
                new Journal.Note(id(), entry.station(), entry.kind(), actor, entry.account(), ruleInWords()));
        journalSeq = head.seq();
        journalHash = head.hash();
    }

    /** Number, revision and title, or the file's name before it has a number. */
    String inWords() {
        return PassageFacts.inWords(number, revision, title, originalName);
    }

    /** The rule with its edition, or an empty text. */
    String ruleInWords() {
        return rule().map(TakenBy::toString).orElse("");
    }

    static FieldValues values(String json) {
        return new FieldValues(Json.read(json, new TypeReference<Map<String, String>>() { }));
    }

    private static String cut(String text, int most) {
        return text.length() > most ? text.substring(0, most - 1) + "…" : text;
    }
}
