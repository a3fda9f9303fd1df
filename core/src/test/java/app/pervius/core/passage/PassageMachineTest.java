package app.pervius.core.passage;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.Rounds;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.PersonId;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.function.Function;
import org.junit.jupiter.api.Test;

/**
 * Generated orders of everything that can happen to a passage, whether it may happen then or not. Whatever they are: what may not
 * happen is refused, no passage ends twice, and none is ever where nobody could bring it to its end.
 */
class PassageMachineTest {

    private static final Instant NOON = Instant.parse("2026-03-02T12:00:00Z");
    private static final int PASSAGES = Rounds.of(4_000);
    private static final int EVENTS = 40;

    private enum Kind { RUNNING, WAITING, STOPPED, DONE }

    /** Something that can happen, and when it may. */
    private record Event(String name, Function<Passage, Boolean> allowed, Function<Passage, Move> move) {
    }

    private final Random random = new Random(15);
    private Instant now = NOON;

    private static Kind kind(Passage passage) {
        return switch (passage.state()) {
            case State.Running running -> Kind.RUNNING;
            case State.Waiting waiting -> Kind.WAITING;
            case State.Stopped stopped -> Kind.STOPPED;
            case State.Done done -> Kind.DONE;
        };
    }

    private static Function<Passage, Boolean> when(Kind... kinds) {
        return passage -> List.of(kinds).contains(kind(passage));
    }

    private static boolean inReview(Passage passage) {
        return passage.station() == Station.REVIEW && kind(passage) == Kind.WAITING;
    }

    private List<Event> events() {
        return List.of(
                new Event("passed", when(Kind.RUNNING), p -> p.passed(follow(p), "Done here.", now)),
                new Event("waits", when(Kind.RUNNING), p -> p.waits(Follow.NOTHING, waitFor(), now)),
                new Event("stops", when(Kind.RUNNING, Kind.WAITING), p -> p.stops(reason(), someWaysOut(), now)),
                new Event("returns", when(Kind.RUNNING), p -> p.returns(reason(), now)),
                new Event("held by", when(Kind.WAITING), p -> p.heldBy(new Holder.Seated("Wendeline"), Optional.of(now), "Approval")),
                new Event("step begins", when(Kind.WAITING), p -> p.stepBegins(new Holder.Seated("Tomasz"), now, "Approval", now)),
                new Event("decided", PassageMachineTest::inReview, p ->
                        p.decided(new Decision(random.nextInt(4), random.nextBoolean(), Optional.empty()), FieldValues.NONE)),
                new Event("review from", PassageMachineTest::inReview, p -> p.reviewFrom(1)),
                new Event("goes on", when(Kind.WAITING), Passage::goesOn),
                new Event("time is over", this::late, p -> p.timeIsOver(now)),
                new Event("taken back", PassageMachineTest::inReview, p -> p.takenBack("Taken back.", now)),
                new Event("reopened", p -> kind(p) == Kind.DONE && p.decision().isPresent(),
                        p -> p.reopened(0, new Passage.Reopened(new PersonId(7), "a mistake"), "Reopened.", now)),
                wayOut(new WayTaken.TryAgain()), wayOut(new WayTaken.GiveFields(new FieldValues(Map.of("zone", "4")), "Zone = 4")),
                wayOut(new WayTaken.PutNameRight("right")),
                wayOut(new WayTaken.ChooseRule(new TakenBy(3, 1, 2, "Drawings"))), wayOut(new WayTaken.ChooseRoute("short", "Short")),
                wayOut(new WayTaken.GoOnInForce()),
                wayOut(new WayTaken.GoOnAllTheSame()), wayOut(new WayTaken.SendBack("again, please", "Marisol")),
                wayOut(new WayTaken.TakeOut("")));
    }

    private Event wayOut(WayTaken taken) {
        return new Event("way out " + taken.way(), p -> p.state() instanceof State.Stopped(var reason, List<WayOut> open)
                && open.contains(taken.way()), p -> p.wayOut(taken, now));
    }

    private boolean late(Passage passage) {
        return passage.state() instanceof State.Waiting(Wait what, var holder, var due) && what.limit()
                .filter(limit -> !limit.until().isAfter(now)).isPresent();
    }

    private Follow follow(Passage passage) {
        return passage.station() == Station.ISSUE ? Follow.of(List.of(new Change.Ended(random.nextBoolean() ? End.ISSUED : End.RETURNED,
                Optional.of("A"))))
                : Follow.of(random.nextBoolean() ? List.of() : List.of(new Change.Titled("Title " + random.nextInt())));
    }

    private Wait waitFor() {
        Wait.Then then = random.nextBoolean() ? new Wait.Then.GoOn() : new Wait.Then.Stop(reason(), List.of(WayOut.TRY_AGAIN));
        return new Wait("something", Optional.empty(), random.nextBoolean() ? Optional.empty()
                : Optional.of(new Wait.Limit(now.plusSeconds(random.nextInt(600)), then)));
    }

    private StopReason reason() {
        return new StopReason(StopReason.Code.values()[random.nextInt(StopReason.Code.values().length)], "It cannot go on.");
    }

    private List<WayOut> someWaysOut() {
        List<WayOut> some = new ArrayList<>(List.of(WayOut.values()));
        java.util.Collections.shuffle(some, random);
        return some.subList(0, 1 + random.nextInt(some.size() - 1));
    }

    @Test
    void whateverHappensNothingIllegalDoesAndNoneIsStranded() {
        for (int i = 0; i < PASSAGES; i++) {
            now = NOON;
            Passage passage = Passage.opened(new PassageId(i), Identity.named("name", FieldValues.NONE), Orders.NONE, now);
            for (int j = 0; j < EVENTS; j++) {
                now = now.plus(Duration.ofSeconds(random.nextInt(120)));
                passage = happens(passage, events().get(random.nextInt(events().size())));
            }
            assertThat(kind(toItsEnd(passage))).isEqualTo(Kind.DONE);
        }
    }

    private Passage happens(Passage before, Event event) {
        boolean allowed = event.allowed().apply(before);
        return switch (event.move().apply(before)) {
            case Move.Refused(Move.Why why) -> {
                assertThat(allowed).as(event.name() + " refused as " + why + " at " + before).isFalse();
                yield before;
            }
            case Move.Moved(Passage after, List<Entry> entries, List<Notice> notices) -> {
                assertThat(allowed).as(event.name() + " at " + before).isTrue();
                looked(event, before, after, entries);
                yield after;
            }
        };
    }

    private static void looked(Event event, Passage before, Passage after, List<Entry> entries) {
        assertThat(after.id()).isEqualTo(before.id());
        assertThat(after.since()).isAfterOrEqualTo(before.since());
        int by = after.station().ordinal() - before.station().ordinal();
        if (by > 0) {
            // A station that is passed leads on by one; people lead on from Arrive to Identify, and from the end back to review.
            assertThat(event.name()).isIn("passed", "time is over", "way out CHOOSE_RULE", "way out PUT_NAME_RIGHT", "reopened");
            assertThat(by == 1 || event.name().equals("reopened")).as(event.name()).isTrue();
        }
        Set<Kind> quiet = EnumSet.of(Kind.RUNNING, Kind.WAITING);
        if (!quiet.contains(kind(after)) || by != 0) {
            assertThat(entries).as(event.name() + " says nothing").isNotEmpty();
        }
        if (kind(before) == Kind.DONE) {
            assertThat(after.station()).as("only a reopened decision leads on from the end").isEqualTo(Station.REVIEW);
            assertThat(after.decision()).isEmpty();
            assertThat(after.reopened()).isPresent();
        }
        switch (after.state()) {
            case State.Running running -> assertThat(running.holder()).isEqualTo(new Holder.Pervius());
            case State.Waiting waiting -> assertThat(waiting.holder().inWords()).isNotEmpty();
            case State.Stopped stopped -> assertThat(stopped.waysOut()).isNotEmpty();
            case State.Done done -> assertThat(done.holder().inWords()).isEmpty();
        }
    }

    /** What those who have it can always do: ways out, a decision, or what it waits for comes. */
    private Passage toItsEnd(Passage from) {
        Passage at = from;
        for (int i = 0; i < 20 && kind(at) != Kind.DONE; i++) {
            Passage here = at;
            Move move = switch (here.state()) {
                case State.Running running -> here.passed(follow(here), "Done here.", now);
                case State.Waiting waiting -> inReview(here) ? here.decided(new Decision(1, false, Optional.empty()), FieldValues.NONE)
                        : here.goesOn();
                case State.Stopped(var reason, List<WayOut> open) -> here.wayOut(easiest(open.getFirst()), now);
                case State.Done done -> throw new AssertionError();
            };
            at = move.made().passage();
        }
        return at;
    }

    private static WayTaken easiest(WayOut way) {
        return switch (way) {
            case TRY_AGAIN -> new WayTaken.TryAgain();
            case GIVE_FIELDS -> new WayTaken.GiveFields(FieldValues.NONE, "");
            case PUT_NAME_RIGHT -> new WayTaken.PutNameRight("right");
            case CHOOSE_RULE -> new WayTaken.ChooseRule(new TakenBy(3, 1, 2, "Drawings"));
            case CHOOSE_ROUTE -> new WayTaken.ChooseRoute("short", "Short");
            case GO_ON_IN_FORCE -> new WayTaken.GoOnInForce();
            case GO_ON_ALL_THE_SAME -> new WayTaken.GoOnAllTheSame();
            case SEND_BACK -> new WayTaken.SendBack("again", "Marisol");
            case TAKE_OUT -> new WayTaken.TakeOut("");
        };
    }
}
