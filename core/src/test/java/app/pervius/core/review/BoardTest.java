package app.pervius.core.review;

import static app.pervius.core.KestrelWeir.FENNICK;
import static app.pervius.core.KestrelWeir.HENRIKE;
import static app.pervius.core.KestrelWeir.TOMASZ;
import static app.pervius.core.KestrelWeir.WATER_BOARD;
import static app.pervius.core.KestrelWeir.YUSUF;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.PassageId;
import app.pervius.core.passage.StopReason;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.RoleId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;

class BoardTest {

    private static final RoleId REVIEWER = new RoleId(1);
    private static final RoleId APPROVER = new RoleId(2);
    private static final Route ROUTE = new Route("civil", "Civil", 1, List.of(new Step("Review", Step.Kind.REVIEW, REVIEWER, 5),
            new Step("Approval", Step.Kind.APPROVAL, APPROVER, 3)), false);
    private static final PassageId ONE = new PassageId(1);
    private static final PassageId TWO = new PassageId(2);

    private static Board fresh() {
        return new Board(ROUTE, 0, List.of(ONE, TWO), Map.of(), DecisionCode.AS_SHIPPED);
    }

    private static Board answered(Board board, PassageId passage, int code) {
        return ((Board.Move.Noted) board.answer(board.step(), List.of(passage), new Answer(HENRIKE, code, "see clouds"), true)).board();
    }

    @Test
    void aStepIsNotClosedBeforeEveryFileHasADecision() {
        assertThat(answered(fresh(), ONE, 1).close(0, true)).isEqualTo(new Board.Move.Undecided(List.of(TWO)));
    }

    @Test
    void theNextStepBeginsWithoutAnswersAndTheLastOneDecidesEachFile() {
        Board second = ((Board.Move.NextStep) answered(answered(fresh(), ONE, 4), TWO, 1).close(0, true)).board();
        assertThat(second.step()).isEqualTo(1);
        assertThat(second.answers()).isEmpty();
        Board.Move ended = answered(answered(second, ONE, 1), TWO, 3).close(1, true);
        assertThat(((Board.Move.Ended) ended).decisions()).extractingByKey(ONE).extracting(DecisionCode::digit).isEqualTo(1);
        assertThat(((Board.Move.Ended) ended).decisions()).extractingByKey(TWO).extracting(DecisionCode::digit).isEqualTo(3);
    }

    @Test
    void manyFilesAreDecidedAlikeAtOnce() {
        Board.Move move = fresh().answer(0, List.of(ONE, TWO), new Answer(HENRIKE, 1, ""), true);
        assertThat(((Board.Move.Noted) move).board().answers()).hasSize(2);
    }

    @Test
    void aCodeThatNeedsACommentIsRefusedWithoutOne() {
        assertThat(fresh().answer(0, List.of(ONE), new Answer(HENRIKE, 3, "  "), true)).isInstanceOf(Board.Move.CommentMissing.class);
    }

    @Test
    void whoMayNotDecideIsRefused() {
        assertThat(fresh().answer(0, List.of(ONE), new Answer(YUSUF, 1, ""), false)).isInstanceOf(Board.Move.NotYours.class);
        assertThat(fresh().close(0, false)).isInstanceOf(Board.Move.NotYours.class);
    }

    @Test
    void aStepThatIsOverCannotBeAnsweredOrClosedAgain() {
        Board second = ((Board.Move.NextStep) answered(answered(fresh(), ONE, 1), TWO, 1).close(0, true)).board();
        assertThat(second.close(0, true)).isInstanceOf(Board.Move.StepIsOver.class);
        assertThat(second.answer(0, List.of(ONE), new Answer(HENRIKE, 1, ""), true)).isInstanceOf(Board.Move.StepIsOver.class);
    }

    /** Whatever people do in whatever order: a file never has two outcomes, and a review ends only with all decided. */
    @Test
    void noOrderOfMovesLosesOrDoublesADecision() {
        Random random = new Random(5);
        int endings = 0;
        for (int round = 0; round < 2000; round++) {
            Board board = fresh();
            Optional<Map<PassageId, DecisionCode>> ended = Optional.empty();
            for (int move = 0; move < 120 && ended.isEmpty(); move++) {
                int meant = random.nextInt(2);
                Board.Move next = random.nextInt(4) == 0 ? board.close(meant, random.nextInt(5) > 0)
                        : board.answer(meant, List.of(random.nextBoolean() ? ONE : TWO), new Answer(TOMASZ, 1 + random.nextInt(4), random.nextBoolean() ? "" : "x"), true);
                switch (next) {
                    case Board.Move.Noted(Board b) -> board = b;
                    case Board.Move.NextStep(Board b) -> board = b;
                    case Board.Move.Ended(Map<PassageId, DecisionCode> decisions) -> ended = Optional.of(decisions);
                    default -> { }
                }
            }
            if (ended.isPresent()) {
                endings++;
                assertThat(ended.get()).containsOnlyKeys(ONE, TWO);
            }
        }
        assertThat(endings).as("reviews that came to their end").isGreaterThan(500);
    }

    private static Outcome<ReviewStation.Join> decide(Route route, Map<RoleId, List<Holder>> holders) {
        return ReviewStation.decide(new ReviewFacts(Optional.empty(), Optional.of(route), YUSUF, FENNICK,
                role -> holders.getOrDefault(role, List.of()), role -> role.equals(REVIEWER) ? "Lead civil engineer" : "Approver"));
    }

    @Test
    void aStepWithNobodyInItsRoleStopsThePassageAndNamesTheRole() {
        StopReason reason = ((Outcome.Stopped<ReviewStation.Join>) decide(ROUTE, Map.of(APPROVER, List.of(new Holder(TOMASZ, WATER_BOARD))))).reason();
        assertThat(reason.sentence()).isEqualTo("Route “Civil”, step “Review”: nobody holds the role “Lead civil engineer”.");
    }

    @Test
    void nobodyDecidesOnTheWorkOfTheirOwnFirmUnlessTheRouteAllowsIt() {
        Map<RoleId, List<Holder>> own = Map.of(REVIEWER, List.of(new Holder(HENRIKE, FENNICK)), APPROVER, List.of(new Holder(TOMASZ, WATER_BOARD)));
        assertThat(((Outcome.Stopped<ReviewStation.Join>) decide(ROUTE, own)).reason().code()).isEqualTo(StopReason.Code.NOBODY_TO_DECIDE);
        assertThat(decide(new Route("own", "Own", 1, ROUTE.steps(), true), own)).isInstanceOf(Outcome.Waiting.class);
    }

    @Test
    void withPeopleInEveryRoleItWaitsForTheReview() {
        Map<RoleId, List<Holder>> holders = Map.of(REVIEWER, List.of(new Holder(HENRIKE, WATER_BOARD)), APPROVER, List.of(new Holder(TOMASZ, WATER_BOARD)));
        assertThat(((Outcome.Waiting<ReviewStation.Join>) decide(ROUTE, holders)).effects()).containsExactly(new ReviewStation.Join(ROUTE));
    }
}
