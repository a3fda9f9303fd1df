package app.pervius.server.passages;

import app.pervius.core.arrive.FileName;
import app.pervius.core.passage.State;
import app.pervius.core.passage.WayOut;
import app.pervius.core.passage.WayTaken;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldValues;
import app.pervius.server.access.Actor;
import app.pervius.server.refused.Refused;
import app.pervius.server.journal.Journal;
import app.pervius.server.projects.Projects;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
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
    private final Moving moving;
    private final Projects projects;
    private final Choices.OfRules rules;
    private final Choices.OfRoutes routes;
    private final JournalFor readable;
    private final Engine engine;
    private final InstantSource clock;

    WaysOut(PassageRepository passages, Moving moving, Projects projects, Choices.OfRules rules, Choices.OfRoutes routes,
            JournalFor readable, Engine engine,
            InstantSource clock) {
        this.passages = passages;
        this.moving = moving;
        this.projects = projects;
        this.rules = rules;
        this.routes = routes;
        this.readable = readable;
        this.engine = engine;
        this.clock = clock;
    }

    /** The ways out {@code actor} may take for this passage. */
    static List<WayOut> open(StoredPassage passage, Actor actor) {
        List<WayOut> waysOut = passage.passage().waysOut();
        if (waysOut.isEmpty()) {
            return List.of();
        }
        boolean controls = actor.controls(passage.projectId);
        boolean own = actor.firm(passage.projectId) == passage.authorFirmId;
        return waysOut.stream().filter(way -> controls || own && FOR_AUTHORS.contains(way)).toList();
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
            } catch (Refused refused) {
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
        StoredPassage passage = passages.findById(id).orElseThrow(() -> Refused.notFound("passage"));
        if (!actor.maySee(passage.projectId, passage.authorFirmId)) {
            throw Refused.notFound("passage");
        }
        if (passage.passage().waysOut().isEmpty() || passage.version != seen.version()) {
            throw Refused.conflict("no-longer-stopped", "This has been dealt with in the meantime: " + lastEntry(passage, actor));
        }
        if (!open(passage, actor).contains(taken.way())) {
            throw Refused.forbidden("This way out is not open to you for this passage.");
        }
        WayTaken way = prepared(passage, taken, actor);
        Moving.By by = new Moving.By(Journal.by(actor, passage.projectId), together, null);
        moving.make(passage, passage.passage().wayOut(way, clock.instant()).made(), by);
        passages.saveAndFlush(passage);
        engine.wake(passage.submissionId);
    }

    /** The way out with all it needs; refused where something of that is missing or does not fit. */
    private WayTaken prepared(StoredPassage passage, Taken taken, Actor actor) {
        return switch (taken.way()) {
            case TRY_AGAIN -> new WayTaken.TryAgain();
            case GIVE_FIELDS -> giveFields(passage.projectId, taken.fields());
            case PUT_NAME_RIGHT -> switch (FileName.check(taken.text())) {
                case FileName.Checked.Fine(FileName fine) -> new WayTaken.PutNameRight(fine.text());
                case FileName.Checked.Refused refused -> throw Refused.invalid("text", refused.ofFolder());
            };
            case CHOOSE_RULE -> new WayTaken.ChooseRule(Optional.ofNullable(taken.rule()).flatMap(id -> rules.chosen(passage.projectId, id))
                    .orElseThrow(() -> Refused.invalid("rule", "Choose a rule that is in force and switched on.")));
            case CHOOSE_ROUTE -> Optional.ofNullable(taken.route())
                    .flatMap(key -> routes.chosen(passage.projectId, key).map(name -> new WayTaken.ChooseRoute(key, name)))
                    .orElseThrow(() -> Refused.invalid("route", "Choose a route that is in force."));
            case GO_ON_IN_FORCE -> new WayTaken.GoOnInForce();
            case GO_ON_ALL_THE_SAME -> new WayTaken.GoOnAllTheSame();
            case SEND_BACK -> {
                if (taken.text().isBlank()) {
                    throw Refused.invalid("text", "Say to the author why it comes back.");
                }
                yield new WayTaken.SendBack(taken.text().strip(), actor.in(passage.projectId).name());
            }
            case TAKE_OUT -> new WayTaken.TakeOut(taken.text().strip());
        };
    }

    private WayTaken giveFields(long project, Map<String, String> given) {
        var fields = projects.settings(project).fields();
        given.forEach((key, value) -> {
            Field field = fields.find(key).orElseThrow(() -> Refused.invalid(key, "The project has no field “" + key + "”."));
            if (!field.takes(value)) {
                throw Refused.invalid(key, "“" + field.label() + "” takes " + field.expectation() + ", not “" + value + "”.");
            }
        });
        if (given.isEmpty()) {
            throw Refused.invalid("fields", "Give a value for at least one field.");
        }
        return new WayTaken.GiveFields(new FieldValues(given), String.join(", ", given.entrySet().stream()
                .map(e -> fields.label(e.getKey()) + " = " + e.getValue()).toList()));
    }

    /** The newest line of the journal that this person may read. */
    private String lastEntry(StoredPassage passage, Actor actor) {
        return readable.read(passage.id(), passage.projectId, passage.authorFirmId, actor).stream().reduce((a, b) -> b)
                .map(e -> e.actor() + ": " + e.account()).orElse("look at it as it is now.");
    }
}
