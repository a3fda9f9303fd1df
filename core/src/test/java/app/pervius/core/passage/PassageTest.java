package app.pervius.core.passage;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.pervius.core.passage.Notice.Whom;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.PersonId;
import app.pervius.core.register.DocumentId;
import app.pervius.core.tell.Occasion;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** What each move makes of a passage, and what is said of it. */
class PassageTest {

    private static final Instant NOON = Instant.parse("2026-03-02T12:00:00Z");
    private static final Instant LATER = NOON.plusSeconds(3600);
    private static final StopReason REASON = new StopReason(StopReason.Code.NO_RULE, "No rule takes it.");

    private static Passage opened() {
        return Passage.opened(new PassageId(5), Identity.named("KWR-plan", new FieldValues(Map.of("zone", "2"))), Orders.NONE, NOON);
    }

    private static Passage at(Station station) {
        Passage passage = opened();
        while (passage.station() != station) {
            passage = passage.passed(Follow.NOTHING, "On.", NOON).made().passage();
        }
        return passage;
    }

    private static Passage inReview() {
        return at(Station.REVIEW).waits(Follow.NOTHING, Wait.forAsLongAs("the review"), NOON).made().passage();
    }

    private static Passage stopped(WayOut... ways) {
        return at(Station.REVIEW).stops(REASON, List.of(ways), NOON).made().passage();
    }

    @Test
    void aStationThatIsPassedChangesWhatItIsKnownAsAndLeadsOn() {
        TakenBy rule = new TakenBy(3, 2, 9, "Drawings");
        Move.Moved move = opened().passed(Follow.of(List.of(new Change.RuleTakes(rule), new Change.Titled("Stop logs"))), "Taken.", LATER)
                .made();
        assertThat(move.passage().station()).isEqualTo(Station.IDENTIFY);
        assertThat(move.passage().since()).isEqualTo(LATER);
        assertThat(move.passage().identity().rule()).contains(rule);
        assertThat(move.passage().identity().title()).isEqualTo("Stop logs");
        assertThat(move.entries()).containsExactly(new Entry(Station.ARRIVE, Entry.Kind.PASSED, "Taken."));
    }

    @Test
    void theLastStationSaysHowItEnds() {
        Move.Moved move = at(Station.ISSUE).passed(Follow.of(List.of(new Change.Ended(End.ISSUED, Optional.of("A")))), "Placed.", LATER)
                .made();
        assertThat(move.passage().state()).isEqualTo(new State.Done(End.ISSUED, Optional.of("A")));
        assertThat(move.passage().station()).isEqualTo(Station.ISSUE);
        assertThatThrownBy(() -> at(Station.ISSUE).passed(Follow.NOTHING, "Placed.", LATER)).hasMessageContaining("how it ends");
    }

    @Test
    void aStopNamesItsStationAndConcernsControllersTheAuthorAndWhomRulesName() {
        Move.Moved move = at(Station.NUMBER).stops(REASON, List.of(WayOut.TRY_AGAIN), LATER).made();
        assertThat(move.passage().state().holder()).isEqualTo(new Holder.DocumentControl());
        assertThat(move.notices()).singleElement().satisfies(notice -> {
            assertThat(notice.occasion()).isEqualTo(Occasion.STOPPED);
            assertThat(notice.text()).isEqualTo("At Number: No rule takes it.");
            assertThat(notice.known()).containsEntry("reason", "No rule takes it.");
            assertThat(notice.whom()).containsExactlyInAnyOrder(Whom.CONTROLLERS, Whom.AUTHOR_OF_STOP, Whom.NAMED_BY_RULES);
        });
    }

    @Test
    void whatTheRuleReturnsGoesToItsAuthor() {
        Move.Moved move = opened().returns(REASON, LATER).made();
        assertThat(move.passage().state()).isEqualTo(new State.Done(End.SENT_BACK, Optional.empty()));
        assertThat(move.entries()).extracting(Entry::account).containsExactly(
                "Sent back to the author, as the rule says: No rule takes it.");
        assertThat(move.notices()).extracting(Notice::whom).containsExactly(java.util.Set.of(Whom.AUTHOR, Whom.NAMED_BY_RULES));
    }

    @Test
    void whoHasItAndUntilWhenIsSaidWhileItWaits() {
        Move.Moved move = inReview().stepBegins(new Holder.Seated("Civil (Wendeline)"), LATER, "Check", NOON).made();
        assertThat(move.passage().state()).isEqualTo(new State.Waiting(Wait.forAsLongAs("Check"), new Holder.Seated("Civil (Wendeline)"),
                Optional.of(LATER)));
        assertThat(move.entries()).containsExactly(new Entry(Station.REVIEW, Entry.Kind.STEP_BEGAN,
                "Check began: with Civil (Wendeline)."));
        Move.Moved others = move.passage().heldBy(new Holder.UntilOthers(), Optional.empty(), "the other files").made();
        assertThat(others.passage().state().holder().inWords()).isEqualTo("Pervius, until the other files of the review are decided");
        assertThat(others.passage().since()).as("nothing has moved").isEqualTo(move.passage().since());
    }

    @Test
    void theDocumentItWaitsForStaysSaidWhoeverHasIt() {
        Wait wait = new Wait("the revision before it", Optional.of(new DocumentId(4)), Optional.empty());
        Passage waiting = at(Station.IDENTIFY).waits(Follow.NOTHING, wait, NOON).made().passage();
        assertThat(((State.Waiting) waiting.heldBy(new Holder.Pervius(), Optional.empty(), "it still").made().passage().state()).what()
                .document()).contains(new DocumentId(4));
    }

    @Test
    void aDecisionEndsTheReviewAndForgetsThatItWasReopened() {
        Decision decision = new Decision(2, true, Optional.of("B"));
        Passage again = inReview().decided(decision, new FieldValues(Map.of("level", "3"))).made().passage();
        assertThat(again.decision()).contains(decision);
        assertThat(again.identity().values().get("level")).contains("3");
        Passage ended = again.passed(Follow.NOTHING, "Decided.", NOON).made().passage()
                .passed(Follow.of(List.of(new Change.Ended(End.RETURNED, Optional.empty()))), "Back.", NOON).made().passage();
        Passage.Reopened why = new Passage.Reopened(new PersonId(8), "wrong sheet");
        Move.Moved reopened = ended.reopened(1, why, "Reopened: wrong sheet", LATER).made();
        assertThat(reopened.passage().reopened()).contains(why);
        assertThat(reopened.passage().orders().reviewFrom()).isEqualTo(1);
        assertThat(reopened.passage().state()).isEqualTo(new State.Running());
        assertThat(reopened.entries()).containsExactly(new Entry(Station.REVIEW, Entry.Kind.REOPENED, "Reopened: wrong sheet"));
        Passage anew = reopened.passage().waits(Follow.NOTHING, Wait.forAsLongAs("the review"), LATER).made().passage()
                .decided(decision, FieldValues.NONE).made().passage();
        assertThat(anew.reopened()).isEmpty();
        assertThat(anew.orders().reviewFrom()).isZero();
    }

    @Test
    void whoKnowsThatACompanionWillNotComeLetsItGoOnWithout() {
        Wait companion = new Wait("its PDF", Optional.empty(), Optional.of(new Wait.Limit(LATER, new Wait.Then.Anew())));
        Passage waiting = at(Station.PREPARE).waits(Follow.NOTHING, companion, NOON).made().passage();
        assertThat(waiting.waysOut()).containsExactly(WayOut.GO_ON_ALL_THE_SAME);
        assertThat(waiting.wayOut(new WayTaken.TakeOut(""), NOON)).isEqualTo(new Move.Refused(Move.Why.NOT_A_WAY_OUT));
        Move.Moved on = waiting.wayOut(new WayTaken.GoOnAllTheSame(), NOON).made();
        assertThat(on.passage().state()).isEqualTo(new State.Running());
        assertThat(on.passage().orders().overlooked()).isTrue();
        assertThat(on.entries()).extracting(Entry::account).containsExactly("Waits no longer for its PDF; goes on without.");
        Passage copied = at(Station.PREPARE).waits(Follow.NOTHING, Wait.forAsLongAs("the readable copy"), NOON).made().passage();
        assertThat(copied.waysOut()).as("that comes by itself").isEmpty();
        assertThat(copied.wayOut(new WayTaken.GoOnAllTheSame(), NOON)).isEqualTo(new Move.Refused(Move.Why.NOT_STOPPED));
    }

    @Test
    void aWaitThatLastsTooLongStopsOrGoesOnWithout() {
        Wait.Limit stops = new Wait.Limit(LATER, new Wait.Then.Stop(REASON, List.of(WayOut.TRY_AGAIN)));
        Passage waiting = at(Station.PREPARE).waits(Follow.NOTHING, new Wait("its PDF", Optional.empty(), Optional.of(stops)), NOON).made()
                .passage();
        assertThat(waiting.timeIsOver(LATER.minusSeconds(1))).isEqualTo(new Move.Refused(Move.Why.TIME_NOT_OVER));
        assertThat(waiting.timeIsOver(LATER).made().passage().state()).isEqualTo(new State.Stopped(REASON, List.of(WayOut.TRY_AGAIN)));
        Passage patient = at(Station.PREPARE).waits(Follow.NOTHING,
                new Wait("its PDF", Optional.empty(), Optional.of(new Wait.Limit(LATER, new Wait.Then.GoOn()))), NOON).made().passage();
        Move.Moved on = patient.timeIsOver(LATER).made();
        assertThat(on.passage().station()).isEqualTo(Station.REVIEW);
        assertThat(on.entries()).extracting(Entry::account).containsExactly("Waited in vain for its PDF; goes on without.");
    }

    @Test
    void onlyWaysThatAreOpenLeadOut() {
        assertThat(stopped(WayOut.TRY_AGAIN).wayOut(new WayTaken.TakeOut(""), LATER)).isEqualTo(new Move.Refused(Move.Why.NOT_A_WAY_OUT));
        assertThat(opened().wayOut(new WayTaken.TryAgain(), LATER)).isEqualTo(new Move.Refused(Move.Why.NOT_STOPPED));
        assertThatThrownBy(() -> opened().wayOut(new WayTaken.TryAgain(), LATER).made()).isInstanceOf(IllegalStateException.class)
                .hasMessageContaining("NOT_STOPPED");
    }

    @Test
    void eachWayOutGoesOnWhereItShould() {
        Passage stopped = stopped(WayOut.values());
        assertThat(stopped.wayOut(new WayTaken.TryAgain(), LATER).made().passage().station()).isEqualTo(Station.REVIEW);
        Passage given = stopped.wayOut(new WayTaken.GiveFields(new FieldValues(Map.of("zone", "4")), "Zone = 4"), LATER).made().passage();
        assertThat(given.identity().given().get("zone")).contains("4");
        assertThat(given.identity().values().get("zone")).contains("4");
        Move.Moved renamed = stopped.wayOut(new WayTaken.PutNameRight("KWR-plan_P02"), LATER).made();
        assertThat(renamed.passage().identity().baseName()).isEqualTo("KWR-plan_P02");
        assertThat(renamed.entries()).containsExactly(new Entry(Station.IDENTIFY, Entry.Kind.WAY_OUT,
                "Name put right: “KWR-plan” is read as “KWR-plan_P02”."));
        Passage ruled = stopped.wayOut(new WayTaken.ChooseRule(new TakenBy(3, 1, 2, "Drawings")), LATER).made().passage();
        assertThat(ruled.station()).isEqualTo(Station.IDENTIFY);
        assertThat(ruled.identity().rule()).map(TakenBy::rule).contains(3L);
        Passage routed = stopped.wayOut(new WayTaken.ChooseRoute("short", "Short"), LATER).made().passage();
        assertThat(routed.orders().route()).contains("short");
        assertThat(routed.wayOut(new WayTaken.TryAgain(), LATER)).as("it is not stopped any more").isInstanceOf(Move.Refused.class);
        Passage byRule = routed.stops(REASON, List.of(WayOut.GO_ON_IN_FORCE), LATER).made().passage()
                .wayOut(new WayTaken.GoOnInForce(), LATER).made().passage();
        assertThat(byRule.station()).isEqualTo(Station.ARRIVE);
        assertThat(byRule.orders()).isEqualTo(Orders.NONE);
        assertThat(stopped.wayOut(new WayTaken.GoOnAllTheSame(), LATER).made().passage().orders().overlooked()).isTrue();
        Move.Moved out = stopped.wayOut(new WayTaken.TakeOut("sent twice"), LATER).made();
        assertThat(out.passage().state()).isEqualTo(new State.Done(End.TAKEN_OUT, Optional.empty()));
        assertThat(out.entries()).extracting(Entry::account).containsExactly("Taken out: sent twice");
        Move.Moved back = stopped.wayOut(new WayTaken.SendBack("Sign it.", "Marisol Quintavalle"), LATER).made();
        assertThat(back.notices()).extracting(Notice::text).containsExactly("Marisol Quintavalle says: Sign it.");
        assertThat(back.notices()).extracting(Notice::whom).containsExactly(java.util.Set.of(Whom.AUTHOR));
    }

    @Test
    void aTitleIsCutAtItsLongest() {
        assertThat(opened().with(List.of(new Change.Titled("x".repeat(500)))).identity().title()).hasSize(Identity.LONGEST_TITLE);
    }

    @Test
    void whatIsLeftIsAtItsEndAndOnlyControllersWhoWantToKnowAreTold() {
        Move.Moved told = opened().left("No rule takes it.", true, LATER).made();
        assertThat(told.passage().state()).isEqualTo(new State.Done(End.LEFT, Optional.empty()));
        assertThat(told.entries()).containsExactly(new Entry(Station.ARRIVE, Entry.Kind.PASSED, "Left where it lies. No rule takes it."));
        assertThat(told.notices()).extracting(Notice::occasion).containsExactly(Occasion.ARRIVED, Occasion.LEFT);
        assertThat(opened().left("No rule takes it.", false, LATER).made().notices()).extracting(Notice::occasion)
                .containsExactly(Occasion.ARRIVED);
        assertThat(inReview().left("No rule takes it.", true, LATER)).isEqualTo(new Move.Refused(Move.Why.NOT_RUNNING));
    }
}
