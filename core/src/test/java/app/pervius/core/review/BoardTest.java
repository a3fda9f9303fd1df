package app.pervius.core.review;

import static app.pervius.core.KestrelWeir.HENRIKE;
import static app.pervius.core.KestrelWeir.TOMASZ;
import static app.pervius.core.KestrelWeir.YUSUF;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.passage.PassageId;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.PersonId;
import app.pervius.core.project.RoleId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

class BoardTest {

    private static final Who REVIEWER = new Who.InRole(new RoleId(1));
    private static final PassageId ONE = new PassageId(1);
    private static final PassageId TWO = new PassageId(2);
    private static final PersonId KWABENA = new PersonId(14);

    private static Step step(String name, Needs needs, Step.Drawing drawing, Map<Integer, Leads> leads, Chase.Silence silence) {
        return new Step(name, Step.Kind.REVIEW, List.of(REVIEWER), needs, drawing, 5, Optional.empty(), leads,
                new Chase(0, 0, 0, List.of(), silence));
    }

    private static Step step(Needs needs, Step.Drawing drawing) {
        return step("Technical review", needs, drawing, Map.of(), new Chase.Silence.Wait());
    }

    private static Route route(Step... before) {
        List<Step> steps = new java.util.ArrayList<>(List.of(before));
        steps.add(Step.usual("Approval", Step.Kind.APPROVAL, REVIEWER, 3));
        return Route.usual("civil", "Civil", steps);
    }

    private static Route alone(Route r) {
        return new Route(r.key(), r.name(), 1, r.steps(), false, true, r.lead(), r.senders(), r.senderFirms(), r.senderPeople(),
                r.completion());
    }

    private static Route withLead(Route r) {
        return new Route(r.key(), r.name(), 1, r.steps(), false, r.filesGoAlone(), Optional.of(REVIEWER), r.senders(), r.senderFirms(),
                r.senderPeople(), r.completion());
    }

    private static Board at(Route route, int step, PersonId... people) {
        boolean leads = route.steps().get(step).drawing() == Step.Drawing.LEAD;
        List<Seat> seats = java.util.stream.IntStream.range(0, people.length).mapToObj(i -> new Seat(people[i], leads && i == 0)).toList();
        return new Board(route, Board.Phase.AT_STEP, step, step, List.of(file(ONE), file(TWO)), seats, Map.of(), DecisionCode.AS_SHIPPED);
    }

    private static Board.File file(PassageId passage) {
        return new Board.File(passage, Set.of(), Optional.empty());
    }

    private static Board.Move say(Board board, PersonId who, PassageId what, int code) {
        return board.answer(board.turn(), List.of(what), Acting.self(who), who, code, "see clouds", false);
    }

    private static Board said(Board board, PersonId who, PassageId what, int code) {
        return ((Board.Move.Noted) say(board, who, what, code)).board();
    }

    private static Board all(Board board, PersonId who, int code) {
        return said(said(board, who, ONE, code), who, TWO, code);
    }

    private static List<Part> closed(Board board, PersonId who) {
        return ((Board.Move.Closed) board.close(board.turn(), Acting.self(who))).parts();
    }

    private static Refusal refused(Board.Move move) {
        return ((Board.Move.Refused) move).why();
    }

    @Test
    void aStepIsNotClosedBeforeEveryFileHasItsDecision() {
        Board board = said(at(route(step(new Needs.Any(), Step.Drawing.WORST)), 0, HENRIKE), HENRIKE, ONE, 1);
        assertThat(refused(board.close(0, Acting.self(HENRIKE)))).isEqualTo(new Refusal.Undecided(List.of(TWO), List.of(), 1));
    }

    @Test
    void whereFilesGoAloneThoseDecidedGoOnAndTheOthersStay() {
        Board board = said(at(alone(route(step(new Needs.Any(), Step.Drawing.WORST))), 0, HENRIKE), HENRIKE, ONE, 1);
        List<Part> parts = closed(board, HENRIKE);
        assertThat(((Part.Stays) parts.get(0)).board().files()).containsExactly(file(TWO));
        assertThat(parts.get(1)).isEqualTo(new Part.Goes(1, List.of(file(ONE))));
    }

    @Test
    void whereFilesGoAloneAStepIsNotClosedWhileNothingIsDecided() {
        Board board = at(alone(route(step(new Needs.Any(), Step.Drawing.WORST))), 0, HENRIKE);
        assertThat(refused(board.close(0, Acting.self(HENRIKE)))).isEqualTo(new Refusal.Undecided(List.of(ONE, TWO), List.of(), 1));
    }

    @Test
    void whoMayUseSeveralSeatsUsesTheOwnOneBeforeOthers() {
        Board board = at(route(step(new Needs.All(), Step.Drawing.WORST)), 0, KWABENA, HENRIKE);
        assertThat(board.seatOf(new Acting(HENRIKE, Set.of(HENRIKE, KWABENA))).map(Seat::person)).contains(HENRIKE);
        assertThat(board.seatOf(new Acting(TOMASZ, Set.of(TOMASZ, KWABENA))).map(Seat::person)).contains(KWABENA);
    }

    @Test
    void theLastStepDecidesEachFileByItself() {
        Board board = said(said(at(route(), 0, TOMASZ), TOMASZ, ONE, 1), TOMASZ, TWO, 3);
        assertThat(closed(board, TOMASZ)).containsExactly(new Part.Over(Map.of(ONE, new Ending(1, false), TWO, new Ending(3, false))));
    }

    @Test
    void codesLeadWhereTheStepSays() {
        Route route = route(step("First", new Needs.Any(), Step.Drawing.WORST, Map.of(), new Chase.Silence.Wait()),
                step("Second", new Needs.Any(), Step.Drawing.WORST, Map.of(3, new Leads.ToStep(0), 4, new Leads.Back(), 2, new Leads.End()),
                        new Chase.Silence.Wait()));
        assertThat(closed(said(said(at(route, 1, HENRIKE), HENRIKE, ONE, 3), HENRIKE, TWO, 4), HENRIKE))
                .containsExactly(new Part.Goes(0, List.of(file(ONE))), new Part.Over(Map.of(TWO, new Ending(4, true))));
        assertThat(closed(said(said(at(route, 1, HENRIKE), HENRIKE, ONE, 2), HENRIKE, TWO, 1), HENRIKE))
                .containsExactly(new Part.Goes(2, List.of(file(TWO))), new Part.Over(Map.of(ONE, new Ending(2, false))));
    }

    @Test
    void aStepLeftOutForAFileIsPassedBy() {
        Route route = route(step("First", new Needs.Any(), Step.Drawing.WORST, Map.of(), new Chase.Silence.Wait()),
                step("Second", new Needs.Any(), Step.Drawing.WORST, Map.of(), new Chase.Silence.Wait()));
        Board board = at(route, 0, HENRIKE);
        Board.File brief = new Board.File(ONE, Set.of(1), Optional.empty());
        Board mixed = new Board(route, board.phase(), 0, 0, List.of(brief, file(TWO)), board.seats(), Map.of(), board.codes());
        assertThat(closed(all(mixed, HENRIKE, 1), HENRIKE)).containsExactly(new Part.Goes(1, List.of(file(TWO))),
                new Part.Goes(2, List.of(brief)));
    }

    @Test
    void aLeadWhoHasAnsweredEveryFileIsToldWhoseAnswerIsMissing() {
        Board board = all(at(route(step(new Needs.Any(), Step.Drawing.LEAD)), 0, HENRIKE, KWABENA), HENRIKE, 1);
        assertThat(refused(board.close(0, Acting.self(HENRIKE)))).isEqualTo(new Refusal.Undecided(List.of(ONE, TWO), List.of(KWABENA), 1));
        assertThat(refused(said(at(route(step(new Needs.All(), Step.Drawing.LEAD)), 0, HENRIKE, KWABENA, TOMASZ), KWABENA, ONE, 1)
                .close(0, Acting.self(HENRIKE))))
                .isEqualTo(new Refusal.Undecided(List.of(ONE, TWO), List.of(HENRIKE, TOMASZ), 2));
    }

    @Test
    void whereAllAreNeededEachAnswersAndTheWorstCounts() {
        Board board = all(at(route(step(new Needs.All(), Step.Drawing.WORST)), 0, HENRIKE, KWABENA), HENRIKE, 1);
        assertThat(refused(board.close(0, Acting.self(HENRIKE)))).isEqualTo(new Refusal.Undecided(List.of(ONE, TWO), List.of(KWABENA), 1));
        Board full = said(said(board, KWABENA, ONE, 3), KWABENA, TWO, 1);
        assertThat(full.decision(ONE)).contains(3);
        assertThat(full.decision(TWO)).contains(1);
    }

    @Test
    void whereTheMajorityCountsTheWorseWinsATie() {
        Board board = at(route(step(new Needs.AtLeast(2), Step.Drawing.MAJORITY)), 0, HENRIKE, KWABENA, TOMASZ);
        assertThat(said(said(board, HENRIKE, ONE, 1), KWABENA, ONE, 2).decision(ONE)).contains(2);
        assertThat(said(said(said(board, HENRIKE, ONE, 1), KWABENA, ONE, 2), TOMASZ, ONE, 1).decision(ONE)).contains(1);
        assertThat(said(board, HENRIKE, ONE, 1).decision(ONE)).isEmpty();
    }

    @Test
    void theLeadDrawsTogetherOnceTheOthersHaveAnsweredAndCloses() {
        Board board = all(all(at(route(step(new Needs.All(), Step.Drawing.LEAD)), 0, HENRIKE, KWABENA), HENRIKE, 2), KWABENA, 4);
        assertThat(board.decision(ONE)).contains(2);
        assertThat(refused(board.close(0, Acting.self(KWABENA)))).isEqualTo(new Refusal.LeadCloses());
        assertThat(closed(board, HENRIKE)).hasSize(1);
        assertThat(all(at(board.route(), 0, HENRIKE, KWABENA), HENRIKE, 2).decision(ONE)).as("before the others have answered").isEmpty();
    }

    @Test
    void anotherPersonsAnswerIsNotReplacedUnseen() {
        Board board = said(at(route(), 0, HENRIKE, TOMASZ), HENRIKE, ONE, 1);
        assertThat(refused(say(board, TOMASZ, ONE, 4))).isInstanceOf(Refusal.AnsweredByAnother.class);
        Board overruled = ((Board.Move.Noted) board.answer(0, List.of(ONE), Acting.self(TOMASZ), TOMASZ, 4, "no", true)).board();
        assertThat(overruled.answersTo(ONE)).containsExactly(Answer.of(TOMASZ, 4, "no"));
    }

    @Test
    void aDeputyAnswersFromTheSeatOfThePersonWhoIsAway() {
        Board board = at(route(), 0, HENRIKE);
        Acting deputy = new Acting(TOMASZ, Set.of(TOMASZ, HENRIKE));
        Board after = ((Board.Move.Noted) board.answer(0, List.of(ONE), deputy, HENRIKE, 1, "", false)).board();
        assertThat(after.answersTo(ONE)).containsExactly(Answer.from(HENRIKE, TOMASZ, 1, ""));
        assertThat(after.answersTo(ONE).getFirst().instead()).contains(HENRIKE);
        Board self = ((Board.Move.Noted) board.answer(0, List.of(ONE), Acting.self(HENRIKE), HENRIKE, 1, "", false)).board();
        assertThat(self.answersTo(ONE).getFirst().instead()).isEmpty();
        assertThat(refused(board.answer(0, List.of(ONE), Acting.self(TOMASZ), HENRIKE, 1, "", false))).isEqualTo(new Refusal.NotYours());
    }

    @Test
    void whatIsNotAllowedIsRefusedWithItsReason() {
        Board board = at(route(), 0, HENRIKE);
        assertThat(refused(board.answer(0, List.of(ONE), Acting.self(HENRIKE), HENRIKE, 3, "  ", false)))
                .isInstanceOf(Refusal.CommentMissing.class);
        assertThat(refused(board.answer(0, List.of(ONE), Acting.self(HENRIKE), HENRIKE, 7, "x", false)))
                .isEqualTo(new Refusal.NoSuchCode(7));
        assertThat(refused(board.answer(1, List.of(ONE), Acting.self(HENRIKE), HENRIKE, 1, "", false))).isEqualTo(new Refusal.TurnIsOver());
        assertThat(refused(say(board, YUSUF, ONE, 1))).isEqualTo(new Refusal.NotYours());
        assertThat(refused(say(board, HENRIKE, new PassageId(9), 1))).isEqualTo(new Refusal.NotInReview(new PassageId(9)));
        assertThat(refused(board.close(0, Acting.self(YUSUF)))).isEqualTo(new Refusal.NotYours());
        assertThat(refused(board.release(0, Acting.self(HENRIKE)))).isEqualTo(new Refusal.NothingToRelease());
    }

    @Test
    void anAnswerCanBeTakenBackWhileTheStepIsOpen() {
        Board board = said(at(route(), 0, HENRIKE), HENRIKE, ONE, 4);
        assertThat(((Board.Move.Noted) board.unsay(0, List.of(ONE), Acting.self(HENRIKE), HENRIKE)).board().notFresh()).isEmpty();
    }

    @Test
    void withALeadTheDecisionWaitsForItsRelease() {
        Route route = withLead(route());
        assertThat(closed(all(at(route, 0, TOMASZ), TOMASZ, 2), TOMASZ))
                .containsExactly(new Part.ToRelease(Map.of(ONE, new Ending(2, false), TWO, new Ending(2, false))));
        Board waiting = new Board(route, Board.Phase.RELEASING, 1, 0,
                List.of(new Board.File(ONE, Set.of(), Optional.of(new Ending(2, false)))),
                List.of(new Seat(HENRIKE, true)), Map.of(), DecisionCode.AS_SHIPPED);
        assertThat(refused(waiting.release(1, Acting.self(TOMASZ)))).isEqualTo(new Refusal.NotYours());
        assertThat(refused(waiting.close(1, Acting.self(HENRIKE)))).isEqualTo(new Refusal.OnlyRelease());
        assertThat(waiting.release(1, Acting.self(HENRIKE))).isEqualTo(
                new Board.Move.Closed(List.of(new Part.Over(Map.of(ONE, new Ending(2, false))))));
    }

    @Test
    void silenceWaitsSkipsOrCounts() {
        Board waits = at(route(step(new Needs.All(), Step.Drawing.WORST)), 0, HENRIKE, KWABENA);
        assertThat(waits.silence(0)).isEqualTo(new Board.Move.Noted(waits));
        Board skips = said(at(route(step("S", new Needs.Any(), Step.Drawing.WORST, Map.of(4, new Leads.Back()), new Chase.Silence.Skip(2))),
                0, HENRIKE), HENRIKE, TWO, 4);
        assertThat(((Board.Move.Closed) skips.silence(0)).parts())
                .containsExactly(new Part.Goes(1, List.of(file(ONE))), new Part.Over(Map.of(TWO, new Ending(4, true))));
        Board counts = said(at(route(step("S", new Needs.All(), Step.Drawing.WORST, Map.of(2, new Leads.End(), 3, new Leads.End()),
                new Chase.Silence.CountsAs(2, 0))), 0, HENRIKE, KWABENA),
                HENRIKE, TWO, 3);
        assertThat(((Board.Move.Closed) counts.silence(0)).parts())
                .containsExactly(new Part.Over(Map.of(ONE, new Ending(2, false), TWO, new Ending(3, false))));
    }

    @Test
    void filesAreSplitOffAndJoinedOnlyBeforeTheFirstDecision() {
        Board board = at(route(), 0, HENRIKE);
        Board.Move.Divided divided = (Board.Move.Divided) board.split(List.of(TWO));
        assertThat(divided.rest().files()).containsExactly(file(ONE));
        assertThat(divided.off().files()).containsExactly(file(TWO));
        assertThat(divided.rest().join(divided.off())).isEqualTo(new Board.Move.Noted(board));
        assertThat(refused(board.split(List.of(ONE, TWO)))).isEqualTo(new Refusal.NothingLeft());
        assertThat(refused(said(board, HENRIKE, ONE, 1).split(List.of(TWO)))).isEqualTo(new Refusal.HasAnswers());
        assertThat(refused(divided.rest().join(said(divided.off(), HENRIKE, TWO, 1)))).isEqualTo(new Refusal.HasAnswers());
        assertThat(refused(divided.rest().join(at(route(), 0, TOMASZ)))).isInstanceOf(Refusal.NotAlike.class);
    }
}
