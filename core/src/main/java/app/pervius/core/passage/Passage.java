package app.pervius.core.passage;

import app.pervius.core.passage.Notice.Whom;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.PersonId;
import app.pervius.core.tell.Occasion;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A passage where it is now. Immutable: everything that happens to it gives the next passage with what is to be said of it, or
 * the reason why it cannot be. Knows no station from inside.
 *
 * @param identity what it is known as by now
 * @param orders what people have ordered about its way
 * @param decision what its review came to; empty before, and where nobody reviews it
 * @param reopened that its decision was reopened, until it is decided anew
 * @param since when it last moved, UTC
 */
public record Passage(PassageId id, Identity identity, Station station, State state, Orders orders, Optional<Decision> decision,
        Optional<Reopened> reopened, Instant since) {

    /** Who reopened a decision, and why. */
    public record Reopened(PersonId by, String why) {
    }

    /** A passage that begins, at Arrive. */
    public static Passage opened(PassageId id, Identity identity, Orders orders, Instant now) {
        return new Passage(id, identity, Station.ARRIVE, new State.Running(), orders, Optional.empty(), Optional.empty(), now);
    }

    /** The same after changes that do not move it. */
    public Passage with(List<Change> changes) {
        Identity its = identity;
        for (Change change : changes) {
            its = its.with(change);
        }
        return new Passage(id, its, station, state, orders, decision, reopened, since);
    }

    /** The station is passed: on to the next, or at its end if there is none; that has to be said in {@code follow} then. */
    public Move passed(Follow follow, String account, Instant now) {
        if (!(state instanceof State.Running)) {
            return refused(Move.Why.NOT_RUNNING);
        }
        Passage changed = with(follow.changes());
        Passage next = station.next().map(after -> changed.at(after, new State.Running(), now))
                .orElseGet(() -> changed.at(station, ending(follow.changes()), now));
        return new Move.Moved(next, List.of(entry(Entry.Kind.PASSED, account)), follow.notices());
    }

    private static State ending(List<Change> changes) {
        return changes.stream().filter(Change.Ended.class::isInstance).map(Change.Ended.class::cast).findFirst()
                .map(ended -> new State.Done(ended.how(), ended.statusCode()))
                .orElseThrow(() -> new IllegalArgumentException("the last station does not say how it ends"));
    }

    /** The station has to wait for something. */
    public Move waits(Follow follow, Wait what, Instant now) {
        if (!(state instanceof State.Running)) {
            return refused(Move.Why.NOT_RUNNING);
        }
        return new Move.Moved(with(follow.changes()).at(station, new State.Waiting(what, new Holder.Pervius(), Optional.empty()), now),
                List.of(entry(Entry.Kind.WAITING, "Waits for " + what.forWhat() + ".")), follow.notices());
    }

    /** The station cannot go on, or what it waits for will not come. */
    public Move stops(StopReason reason, List<WayOut> waysOut, Instant now) {
        if (!(state instanceof State.Running) && !(state instanceof State.Waiting)) {
            return refused(Move.Why.NOT_RUNNING);
        }
        return new Move.Moved(at(station, new State.Stopped(reason, waysOut), now), List.of(entry(Entry.Kind.STOPPED, reason.sentence())),
                List.of(new Notice(Occasion.STOPPED, Set.of(Whom.CONTROLLERS, Whom.AUTHOR_OF_STOP, Whom.NAMED_BY_RULES),
                        "At " + station.label() + ": " + reason.sentence(), Map.of("reason", reason.sentence()))));
    }

    /** The rule sends it back to its author without anybody having to look at it. */
    public Move returns(StopReason reason, Instant now) {
        if (!(state instanceof State.Running)) {
            return refused(Move.Why.NOT_RUNNING);
        }
        return new Move.Moved(at(station, new State.Done(End.SENT_BACK, Optional.empty()), now),
                List.of(entry(Entry.Kind.PASSED, "Sent back to the author, as the rule says: " + reason.sentence())),
                List.of(new Notice(Occasion.RETURNED, Set.of(Whom.AUTHOR, Whom.NAMED_BY_RULES), reason.sentence(),
                        Map.of("reason", reason.sentence()))));
    }

    /** Nothing is to be done with it: its files stay where they lie; {@code told} whether the document controller is to know. */
    public Move left(String why, boolean told, Instant now) {
        if (!(state instanceof State.Running)) {
            return refused(Move.Why.NOT_RUNNING);
        }
        Notice arrived = new Notice(Occasion.ARRIVED, Set.of(Whom.NAMED_BY_RULES), "", Map.of());
        return new Move.Moved(at(station, new State.Done(End.LEFT, Optional.empty()), now),
                List.of(entry(Entry.Kind.PASSED, "Left where it lies. " + why)),
                told ? List.of(arrived, new Notice(Occasion.LEFT, Set.of(Whom.CONTROLLERS), why, Map.of())) : List.of(arrived));
    }

    /** From now on somebody has it while it waits in review, and should answer by a time. */
    public Move heldBy(Holder holder, Optional<Instant> due, String waitsFor) {
        return state instanceof State.Waiting(Wait what, var before, var dueBefore)
                ? new Move.Moved(at(station, new State.Waiting(new Wait(waitsFor, what.document(), what.limit()), holder, due), since),
                        List.of(), List.of())
                : refused(Move.Why.NOT_WAITING);
    }

    /** The same where a step of its review begins with that. */
    public Move stepBegins(Holder holder, Instant due, String step, Instant now) {
        return switch (heldBy(holder, Optional.of(due), step)) {
            case Move.Moved(Passage held, var entries, var notices) -> new Move.Moved(held.at(station, held.state, now),
                    List.of(entry(Entry.Kind.STEP_BEGAN, step + " began: with " + holder.inWords() + ".")), List.of());
            case Move.Refused refused -> refused;
        };
    }

    /** Its review is over, with values the route gives it. */
    public Move decided(Decision so, FieldValues values) {
        if (station != Station.REVIEW || !(state instanceof State.Waiting)) {
            return refused(Move.Why.NOT_IN_REVIEW);
        }
        Identity its = identity.with(new Change.Valued(identity.values().with(values)));
        return new Move.Moved(new Passage(id, its, station, new State.Running(), orders.from(0), Optional.of(so), Optional.empty(), since),
                List.of(), List.of());
    }

    /** Its review goes on at a step, 0-based, once it comes to review again. */
    public Move reviewFrom(int step) {
        return station != Station.REVIEW || !(state instanceof State.Waiting) ? refused(Move.Why.NOT_IN_REVIEW)
                : new Move.Moved(new Passage(id, identity, station, state, orders.from(step), decision, reopened, since), List.of(),
                        List.of());
    }

    /** What it waits for is there; its station decides anew. */
    public Move goesOn() {
        return state instanceof State.Waiting ? new Move.Moved(at(station, new State.Running(), since), List.of(), List.of())
                : refused(Move.Why.NOT_WAITING);
    }

    /**
     * Files of its name have come that belong to it, while it waits or is stopped at Prepare: that is decided anew.
     *
     * @param again those of them that take the place of one nobody can read
     * @param with names the submission they came with
     */
    public Move joinedBy(List<String> names, List<String> again, String with, Instant now) {
        if (station != Station.PREPARE || !(state instanceof State.Waiting) && !(state instanceof State.Stopped)) {
            return refused(Move.Why.NOT_WAITING);
        }
        return new Move.Moved(at(station, new State.Running(), state instanceof State.Waiting ? since : now),
                List.of(entry(Entry.Kind.NOTED, quoted(names) + " came with " + with + (names.size() == 1 ? " and belongs to it"
                        : " and belong to it") + (again.isEmpty() ? "." : "; the one before of " + quoted(again)
                                + " could not be read."))), List.of());
    }

    private static String quoted(List<String> names) {
        return "“" + String.join("”, “", names) + "”";
    }

    /** The time it waits at most is over. */
    public Move timeIsOver(Instant now) {
        if (!(state instanceof State.Waiting(Wait what, var holder, var due)) || what.limit().isEmpty()
                || now.isBefore(what.limit().get().until())) {
            return refused(Move.Why.TIME_NOT_OVER);
        }
        return switch (what.limit().get().then()) {
            case Wait.Then.Stop(StopReason reason, List<WayOut> waysOut) -> stops(reason, waysOut, now);
            case Wait.Then.Anew() -> new Move.Moved(at(station, new State.Running(), since),
                    List.of(entry(Entry.Kind.WAITING, "Waited in vain for " + what.forWhat() + ".")), List.of());
            case Wait.Then.GoOn() -> at(station, new State.Running(), now)
                    .passed(Follow.NOTHING, "Waited in vain for " + what.forWhat() + "; goes on without.", now);
        };
    }

    /** Whoever sent it takes it back while it waits in review; its files stay where they are. */
    public Move takenBack(String account, Instant now) {
        return station != Station.REVIEW || !(state instanceof State.Waiting) ? refused(Move.Why.NOT_IN_REVIEW)
                : new Move.Moved(at(station, new State.Done(End.TAKEN_OUT, Optional.empty()), now),
                        List.of(entry(Entry.Kind.WAY_OUT, account)), List.of());
    }

    /** The decision on it is open again, from a step of its review, 0-based. */
    public Move reopened(int step, Reopened why, String account, Instant now) {
        if (!(state instanceof State.Done) || decision.isEmpty()) {
            return refused(Move.Why.NOT_DECIDED);
        }
        return new Move.Moved(new Passage(id, identity, Station.REVIEW, new State.Running(), orders.from(step), Optional.empty(),
                Optional.of(why), now),
                List.of(new Entry(Station.REVIEW, Entry.Kind.REOPENED, account)), List.of());
    }

    /**
     * What somebody can do about it: the ways out of its stop; where it waits at Prepare for something until a time, to go on without,
     * since somebody may know that it will not come. None where it is on its way by itself.
     */
    public List<WayOut> waysOut() {
        return switch (state) {
            case State.Stopped(var reason, List<WayOut> open) -> open;
            case State.Waiting waiting -> awaitedAtPrepare().isPresent() ? List.of(WayOut.GO_ON_ALL_THE_SAME) : List.of();
            case State.Running running -> List.of();
            case State.Done done -> List.of();
        };
    }

    private Optional<String> awaitedAtPrepare() {
        return station == Station.PREPARE && state instanceof State.Waiting(Wait what, var holder, var due)
                && what.limit().filter(limit -> limit.then() instanceof Wait.Then.Anew).isPresent() ? Optional.of(what.forWhat())
                : Optional.empty();
    }

    /** Somebody takes a way out of its stop, or of its waiting. */
    public Move wayOut(WayTaken taken, Instant now) {
        List<WayOut> open = waysOut();
        if (open.isEmpty()) {
            return refused(Move.Why.NOT_STOPPED);
        }
        if (!open.contains(taken.way())) {
            return refused(Move.Why.NOT_A_WAY_OUT);
        }
        return switch (taken) {
            case WayTaken.TryAgain() -> goesOnFrom(station, identity, orders, "Tried again.", now);
            case WayTaken.GiveFields(FieldValues values, String inWords) -> goesOnFrom(station, identity.given(values), orders,
                    "Given: " + inWords + ".", now);
            case WayTaken.PutNameRight(String right) -> goesOnFrom(Station.IDENTIFY, identity.renamed(right), orders,
                    "Name put right: “" + identity.baseName() + "” is read as “" + right + "”.", now);
            case WayTaken.ChooseRule(TakenBy by) -> goesOnFrom(Station.IDENTIFY, identity.takenBy(by), orders,
                    "Chosen: rule “" + by.name() + "”, edition " + by.edition() + ".", now);
            case WayTaken.ChooseRoute(String key, String name) -> goesOnFrom(station, identity, orders.onRoute(key),
                    "Chosen: route “" + name + "”.", now);
            case WayTaken.GoOnInForce() -> goesOnFrom(Station.ARRIVE, identity, orders.asRuled(),
                    "Goes on under the rules now in force.", now);
            case WayTaken.GoOnAllTheSame() -> goesOnFrom(station, identity, orders.overlooking(),
                    awaitedAtPrepare().map(what -> "Waits no longer for " + what + "; goes on without.")
                            .orElse("It may differ; goes on all the same."), now);
            case WayTaken.SendBack(String text, String by) -> endsAs(End.SENT_BACK, "Sent back to the author: " + text,
                    List.of(new Notice(Occasion.RETURNED, Set.of(Whom.AUTHOR), by + " says: " + text, Map.of())), now);
            case WayTaken.TakeOut(String why) -> endsAs(End.TAKEN_OUT, "Taken out" + (why.isBlank() ? "." : ": " + why), List.of(), now);
        };
    }

    private Move goesOnFrom(Station from, Identity its, Orders ordered, String account, Instant now) {
        return new Move.Moved(new Passage(id, its, from, new State.Running(), ordered, decision, reopened, now),
                List.of(new Entry(from, Entry.Kind.WAY_OUT, account)), List.of());
    }

    private Move endsAs(End how, String account, List<Notice> notices, Instant now) {
        return new Move.Moved(at(station, new State.Done(how, Optional.empty()), now), List.of(entry(Entry.Kind.WAY_OUT, account)),
                notices);
    }

    private Passage at(Station next, State now, Instant moment) {
        return new Passage(id, identity, next, now, orders, decision, reopened, moment);
    }

    private Entry entry(Entry.Kind kind, String account) {
        return new Entry(station, kind, account);
    }

    private static Move refused(Move.Why why) {
        return new Move.Refused(why);
    }
}
