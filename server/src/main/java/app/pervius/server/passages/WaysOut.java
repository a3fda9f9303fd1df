package app.pervius.server.passages;

import app.pervius.core.arrive.FileName;
import app.pervius.core.passage.Station;
import app.pervius.core.passage.WayOut;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldValues;
import app.pervius.core.tell.Occasion;
import app.pervius.server.access.Actor;
import app.pervius.server.http.Problem;
import app.pervius.server.journal.Journal;
import app.pervius.server.live.Live;
import app.pervius.server.messages.Messages;
import app.pervius.server.projects.Projects;
import app.pervius.server.store.Json;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What can be done about a stopped passage: each way out is taken by a person, and journalled. */
@Service
@Transactional
class WaysOut {

    /** What the people of the author's firm may do about their own; all else is for controllers. */
    private static final Set<WayOut> FOR_AUTHORS = Set.of(WayOut.GIVE_FIELDS, WayOut.PUT_NAME_RIGHT, WayOut.TAKE_OUT);

    /**
     * A way out as it is taken.
     *
     * @param fields values, for giving fields
     * @param text the right name, or what is said to the author
     * @param rule the rule chosen, for choosing one
     * @param route the key of the route chosen, for choosing one
     */
    record Taken(WayOut way, Map<String, String> fields, String text, @Nullable Long rule, @Nullable String route) {
    }

    private final PassageRepository passages;
    private final Words words;
    private final Projects projects;
    private final Choices.OfRules rules;
    private final Choices.OfRoutes routes;
    private final Journal journal;
    private final JournalFor readable;
    private final Messages messages;
    private final Engine engine;
    private final Live live;
    private final InstantSource clock;
    private final ApplicationEventPublisher events;

    WaysOut(PassageRepository passages, Words words, Projects projects, Choices.OfRules rules, Choices.OfRoutes routes, Journal journal, JournalFor readable,
            Messages messages, Engine engine, Live live, InstantSource clock, ApplicationEventPublisher events) {
        this.passages = passages;
        this.words = words;
        this.projects = projects;
        this.rules = rules;
        this.routes = routes;
        this.journal = journal;
        this.readable = readable;
        this.messages = messages;
        this.engine = engine;
        this.live = live;
        this.clock = clock;
        this.events = events;
    }

    /** The ways out {@code actor} may take for this passage. */
    static List<WayOut> open(Passage passage, Actor actor) {
        if (passage.state != Passages.State.STOPPED) {
            return List.of();
        }
        boolean controls = actor.controls(passage.projectId);
        boolean own = actor.firm(passage.projectId) == passage.authorFirmId;
        return Passages.waysOut(passage).stream().filter(way -> controls || own && FOR_AUTHORS.contains(way)).toList();
    }

    /** A passage as it was seen when the way out was chosen. */
    record Seen(long passage, int version) {
    }

    /** Why a way out could not be taken for a passage. */
    record NotTaken(long passage, String reason) {
    }

    /** Takes a way out of one stop. */
    void take(Seen seen, Taken taken, Actor actor) {
        take(seen, taken, actor, together(List.of(seen)));
    }

    /** Takes a way out of several stops, so that those concerned are told together; gives for which it could not be taken. */
    List<NotTaken> takeAll(List<Seen> all, Taken taken, Actor actor) {
        List<NotTaken> left = new ArrayList<>();
        for (Seen seen : all) {
            try {
                take(seen, taken, actor, together(all));
            } catch (Problem refused) {
                left.add(new NotTaken(seen.passage(), refused.sentence()));
            }
        }
        return left;
    }

    /** What is done at once is told together; a passage's version is never the same again once it was dealt with. */
    private static String together(List<Seen> all) {
        return "way out " + all.getFirst().passage() + " " + all.getFirst().version();
    }

    /** Refuses before it changes anything. */
    private void take(Seen seen, Taken taken, Actor actor, String together) {
        long id = seen.passage();
        Passage passage = passages.findById(id).orElseThrow(() -> Problem.notFound("passage"));
        if (!actor.maySee(passage.projectId, passage.authorFirmId)) {
            throw Problem.notFound("passage");
        }
        if (passage.state != Passages.State.STOPPED || passage.version != seen.version()) {
            throw Problem.conflict("no-longer-stopped", "This has been dealt with in the meantime: " + lastEntry(passage, actor));
        }
        if (!open(passage, actor).contains(taken.way())) {
            throw Problem.forbidden("This way out is not open to you for this passage.");
        }
        String account = carryOut(passage, taken, actor, together);
        passage.note(journal, Journal.Kind.WAY_OUT, Journal.by(actor, passage.projectId), account);
        passages.saveAndFlush(passage);
        live.changed(new Live.Change(passage.projectId, passage.authorFirmId, Live.Topic.PASSAGE, passage.submissionId));
        engine.wake(passage.submissionId);
    }

    private String carryOut(Passage passage, Taken taken, Actor actor, String together) {
        return switch (taken.way()) {
            case TRY_AGAIN -> from(passage, passage.station, "Tried again.");
            case GIVE_FIELDS -> giveFields(passage, taken.fields());
            case PUT_NAME_RIGHT -> putNameRight(passage, taken.text());
            case CHOOSE_RULE -> chooseRule(passage, taken.rule());
            case CHOOSE_ROUTE -> chooseRoute(passage, taken.route());
            case GO_ON_IN_FORCE -> goOnInForce(passage);
            case GO_ON_ALL_THE_SAME -> goOnAllTheSame(passage);
            case SEND_BACK -> sendBack(passage, taken.text(), actor, together);
            case TAKE_OUT -> end(passage, Passages.End.TAKEN_OUT, "Taken out" + (taken.text().isBlank() ? "." : ": " + taken.text().strip()));
        };
    }

    private String giveFields(Passage passage, Map<String, String> given) {
        var fields = projects.settings(passage.projectId).fields();
        given.forEach((key, value) -> {
            Field field = fields.find(key).orElseThrow(() -> Problem.invalid(key, "The project has no field “" + key + "”."));
            if (!field.takes(value)) {
                throw Problem.invalid(key, "“" + field.label() + "” takes " + field.expectation() + ", not “" + value + "”.");
            }
        });
        if (given.isEmpty()) {
            throw Problem.invalid("fields", "Give a value for at least one field.");
        }
        FieldValues more = new FieldValues(given);
        passage.givenValues = Json.write(Passages.values(passage.givenValues).with(more).byKey());
        passage.fieldValues = Json.write(Passages.values(passage.fieldValues).with(more).byKey());
        String what = String.join(", ", given.entrySet().stream().map(e -> fields.label(e.getKey()) + " = " + e.getValue()).toList());
        return from(passage, passage.station, "Given: " + what + ".");
    }

    private String putNameRight(Passage passage, String name) {
        String right = switch (FileName.check(name)) {
            case FileName.Checked.Fine(FileName fine) -> fine.text();
            case FileName.Checked.Refused(String reason) -> throw Problem.invalid("text", reason);
        };
        String before = passage.baseName;
        passage.baseName = right;
        words.index(passage);
        return from(passage, Station.IDENTIFY, "Name put right: “" + before + "” is read as “" + right + "”.");
    }

    private String chooseRule(Passage passage, @Nullable Long rule) {
        PassageFacts.TakenBy by = Optional.ofNullable(rule).flatMap(id -> rules.chosen(passage.projectId, id))
                .orElseThrow(() -> Problem.invalid("rule", "Choose a rule that is in force and switched on."));
        passage.takenBy(by);
        return from(passage, Station.IDENTIFY, "Chosen: rule “" + by.name() + "”, edition " + by.edition() + ".");
    }

    private String chooseRoute(Passage passage, @Nullable String route) {
        String name = Optional.ofNullable(route).flatMap(key -> routes.chosen(passage.projectId, key))
                .orElseThrow(() -> Problem.invalid("route", "Choose a route that is in force."));
        passage.chosenRoute = route;
        passage.reviewFrom = 0;
        return from(passage, passage.station, "Chosen: route “" + name + "”.");
    }

    private String goOnInForce(Passage passage) {
        passage.chosenRoute = null;
        passage.reviewFrom = 0;
        passage.byHand = false;
        return from(passage, Station.ARRIVE, "Goes on under the rules now in force.");
    }

    private String goOnAllTheSame(Passage passage) {
        passage.overlooked = true;
        return from(passage, passage.station, "It may differ; goes on all the same.");
    }

    private String sendBack(Passage passage, String text, Actor actor, String together) {
        if (text.isBlank()) {
            throw Problem.invalid("text", "Say to the author why it comes back.");
        }
        messages.tell(List.of(passage.authorId), Occasion.RETURNED, new Messages.About(passage.projectId, passage.submissionId, passage.id(),
                passage.inWords(), together, passage.ruleInWords()), actor.in(passage.projectId).name() + " says: " + text.strip());
        return end(passage, Passages.End.SENT_BACK, "Sent back to the author: " + text.strip());
    }

    private String from(Passage passage, Station station, String account) {
        clearStop(passage);
        passage.state = Passages.State.RUNNING;
        passage.station = station;
        return account;
    }

    private String end(Passage passage, Passages.End how, String account) {
        clearStop(passage);
        passage.state = Passages.State.DONE;
        passage.ended = how;
        events.publishEvent(new PassageEnded(passage.id(), how, null, null));
        return account;
    }

    private void clearStop(Passage passage) {
        passage.since = clock.instant();
        passage.heldBy = null;
        passage.stopCode = null;
        passage.stopReason = null;
        passage.stopFields = null;
        passage.stopProposal = null;
        passage.waysOut = null;
    }

    /** The newest line of the journal that this person may read. */
    private String lastEntry(Passage passage, Actor actor) {
        return readable.read(passage.id(), passage.projectId, passage.authorFirmId, actor).stream().reduce((a, b) -> b)
                .map(e -> e.actor() + ": " + e.account()).orElse("look at it as it is now.");
    }
}
