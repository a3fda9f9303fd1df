package app.pervius.server.passages;

import app.pervius.core.arrive.FileName;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.Station;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.WayOut;
import app.pervius.core.tell.Occasion;
import app.pervius.server.journal.Journal;
import app.pervius.server.live.Live;
import app.pervius.server.messages.Messages;
import app.pervius.server.people.People;
import app.pervius.server.store.Json;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * The stations of one passage: decide and perform, in one transaction with the passage's new state and its journal entries.
 * Stations that follow each other without a wait share it; after a fault each has its own, so that what was done stays done.
 */
@Component
class PassageStep {

    /** A passage in the hand of a worker; its files do not change. */
    record Carried(long passage, String run, List<PassageFacts.File> files) {
    }

    /** How many passages are looked up together. */
    private static final int AT_ONCE = 50;

    private final PassageRepository passages;
    private final Passages views;
    private final Words words;
    private final Journal journal;
    private final Messages messages;
    private final People people;
    private final Books.Keeper books;
    private final Choices.OfRules rules;
    private final RuleVoices voices;
    private final Live live;
    private final InstantSource clock;
    private final ApplicationEventPublisher events;
    private final Map<Station, StationWork<?>> works = new EnumMap<>(Station.class);

    PassageStep(PassageRepository passages, Passages views, Words words, Journal journal, Messages messages, People people, Books.Keeper books,
            Choices.OfRules rules, RuleVoices voices, Live live, InstantSource clock, ApplicationEventPublisher events, List<StationWork<?>> works) {
        this.passages = passages;
        this.views = views;
        this.words = words;
        this.journal = journal;
        this.messages = messages;
        this.people = people;
        this.books = books;
        this.rules = rules;
        this.voices = voices;
        this.live = live;
        this.clock = clock;
        this.events = events;
        works.forEach(work -> this.works.put(work.station(), work));
        if (this.works.size() != Station.values().length) {
            throw new IllegalStateException("a station has nobody to work it: " + this.works.keySet());
        }
    }

    /** Those of the submission that can go on, after the one named, in their order; empty at the end. */
    @Transactional(readOnly = true)
    List<Carried> next(long submission, int run, long after) {
        List<Long> ids = passages.nextToRun(submission, Passages.State.RUNNING, after, Limit.of(AT_ONCE));
        Map<Long, List<PassageFacts.File>> files = views.filesOf(ids);
        return ids.stream().map(id -> new Carried(id, "run " + run, files.getOrDefault(id, List.of()))).toList();
    }

    /** What stations do before a transaction begins. */
    void beforehand(Carried carried) {
        works.values().forEach(work -> work.beforehand(carried.files()));
    }

    /** Takes the passage through the stations before it, as far as it goes, or through one only. True if it can go on at the next at once. */
    @Transactional
    boolean advance(Carried carried, boolean oneOnly) {
        Passage passage = passages.findById(carried.passage()).orElseThrow();
        if (passage.state != Passages.State.RUNNING) {
            return false;
        }
        do {
            work(passage, carried, Objects.requireNonNull(works.get(passage.station)));
        } while (!oneOnly && passage.state == Passages.State.RUNNING);
        live.changed(new Live.Change(passage.projectId, passage.authorFirmId, Live.Topic.PASSAGE, passage.submissionId));
        return passage.state == Passages.State.RUNNING;
    }

    /** Stops a passage whose station failed again and again, with the error as it was. */
    @Transactional
    void stopForFault(Carried carried, RuntimeException fault) {
        Passage passage = passages.findById(carried.passage()).orElseThrow();
        stop(passage, carried, new StopReason(StopReason.Code.FAULT, "Pervius failed here several times: "
                + fault.getClass().getSimpleName() + ": " + fault.getMessage()), List.of(WayOut.TRY_AGAIN, WayOut.SEND_BACK, WayOut.TAKE_OUT));
    }

    /** The wait of a passage was ended in a run of several; {@code by} whom, if by a person, who needs not be told of it. */
    record Waited(String run, @Nullable Long by) {
    }

    /** Stops a passage that waited in vain. */
    @Transactional
    void stopWaiting(long id, Waited waited, StopReason reason, List<WayOut> waysOut) {
        Passage passage = passages.findById(id).orElseThrow();
        if (passage.state == Passages.State.WAITING) {
            stop(passage, new Carried(id, waited.run(), List.of()), reason, waysOut, waited.by());
        }
    }

    private <E> void work(Passage passage, Carried carried, StationWork<E> station) {
        PassageFacts before = facts(passage, carried);
        switch (station.decide(before, books.of(passage.projectId))) {
            case Outcome.Passed<E>(List<E> effects, String account, String foretold) -> {
                station.perform(before, effects).forEach(change -> apply(passage, change));
                write(passage, Journal.Kind.PASSED, account);
                goOn(passage);
            }
            case Outcome.Waiting<E>(List<E> effects, String forWhat, var until) -> {
                station.perform(before, effects).forEach(change -> apply(passage, change));
                passage.state = Passages.State.WAITING;
                passage.waitingFor = forWhat;
                passage.since = clock.instant();
                write(passage, Journal.Kind.WAITING, "Waits for " + forWhat + ".");
            }
            case Outcome.Returned<E>(StopReason reason) -> giveBack(passage, carried, reason);
            case Outcome.Stopped<E>(StopReason reason, List<WayOut> waysOut) -> stop(passage, carried, reason, waysOut);
        }
    }

    /** The rule sends it back to its author without anybody having to look at it. */
    private void giveBack(Passage passage, Carried carried, StopReason reason) {
        passage.state = Passages.State.DONE;
        passage.ended = Passages.End.SENT_BACK;
        passage.since = clock.instant();
        passage.heldBy = null;
        write(passage, Journal.Kind.PASSED, "Sent back to the author, as the rule says: " + reason.sentence());
        messages.tell(List.of(passage.authorId), Occasion.RETURNED, about(passage, carried), reason.sentence());
        voices.speak(facts(passage, carried), Occasion.RETURNED, Map.of("reason", reason.sentence()), reason.sentence(), List.of(passage.authorId));
        events.publishEvent(new PassageEnded(passage.id(), Passages.End.SENT_BACK, null, null));
    }

    private static Messages.About about(Passage passage, Carried carried) {
        return new Messages.About(passage.projectId, passage.submissionId, passage.id(), passage.inWords(), carried.run(), passage.ruleInWords());
    }

    private void goOn(Passage passage) {
        passage.waitingFor = null;
        passage.awaitsDocument = null;
        passage.heldBy = null;
        passage.due = null;
        passage.since = clock.instant();
        passage.station.next().ifPresentOrElse(next -> passage.station = next, () -> {
            passage.state = Passages.State.DONE;
            events.publishEvent(new PassageEnded(passage.id(), Objects.requireNonNull(passage.ended), passage.decisionCode, passage.statusCode));
        });
    }

    private void stop(Passage passage, Carried carried, StopReason reason, List<WayOut> waysOut) {
        stop(passage, carried, reason, waysOut, null);
    }

    private void stop(Passage passage, Carried carried, StopReason reason, List<WayOut> waysOut, @Nullable Long by) {
        passage.state = Passages.State.STOPPED;
        passage.since = clock.instant();
        passage.due = null;
        passage.stopCode = reason.code();
        passage.stopReason = reason.sentence().length() > 2000 ? reason.sentence().substring(0, 1999) + "…" : reason.sentence();
        passage.stopFields = Json.write(reason.fields());
        passage.stopProposal = reason.proposal().filter(name -> name.length() <= FileName.LONGEST).orElse(null);
        passage.waysOut = Json.write(waysOut);
        passage.heldBy = "document control";
        write(passage, Journal.Kind.STOPPED, reason.sentence());
        List<Long> controllers = people.controllers(passage.projectId).stream().map(People.PersonView::id).filter(c -> !c.equals(by)).toList();
        String said = "At " + passage.station.label() + ": " + reason.sentence();
        PassageFacts facts = facts(passage, carried);
        List<Long> told = new ArrayList<>(controllers);
        boolean author = facts.handling().map(h -> h.tell().authorOfStops()).orElse(true);
        if (author && !Objects.equals(by, passage.authorId) && !told.contains(passage.authorId)) {
            told.add(passage.authorId);
        }
        messages.tell(told, Occasion.STOPPED, about(passage, carried), said);
        voices.speak(facts, Occasion.STOPPED, Map.of("reason", reason.sentence()), said, told);
    }

    private PassageFacts facts(Passage passage, Carried carried) {
        return Passages.facts(passage, carried.run(), carried.files(), by -> rules.handling(passage.projectId, by));
    }

    private void apply(Passage passage, PassageChange change) {
        switch (change) {
            case PassageChange.RuleTakes(PassageFacts.TakenBy by) -> passage.takenBy(by);
            case PassageChange.Titled(String title) -> {
                passage.title = title.length() > 400 ? title.substring(0, 400) : title;
                words.index(passage);
            }
            case PassageChange.Valued(var values) -> passage.fieldValues = Json.write(values.byKey());
            case PassageChange.Numbered numbered -> {
                passage.documentId = numbered.document();
                passage.number = numbered.number();
                passage.revision = numbered.revision();
                passage.cycle = numbered.cycle();
                words.index(passage);
            }
            case PassageChange.Awaits(long document) -> {
                passage.awaitsDocument = document;
                passage.heldBy = "Pervius";
            }
            case PassageChange.ReadHere(int file) -> passage.readFile = file;
            case PassageChange.Ended ended -> {
                passage.ended = ended.how();
                passage.statusCode = ended.statusCode();
            }
        }
    }

    private void write(Passage passage, Journal.Kind kind, String account) {
        passage.note(journal, kind, Journal.Actor.PERVIUS, account);
    }
}
