package app.pervius.core.review;

import static app.pervius.core.KestrelWeir.ALDERMOOR;
import static app.pervius.core.KestrelWeir.FENNICK;
import static app.pervius.core.KestrelWeir.HENRIKE;
import static app.pervius.core.KestrelWeir.HYDRAULIC_DRAWING;
import static app.pervius.core.KestrelWeir.TOMASZ;
import static app.pervius.core.KestrelWeir.WATER_BOARD;
import static app.pervius.core.KestrelWeir.YUSUF;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.StopReason;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.RoleId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

class SeatingTest {

    private static final RoleId HYDRAULICS = new RoleId(1);
    private static final RoleId APPROVER = new RoleId(2);
    private static final Holder HENRIKE_KWB = new Holder(HENRIKE, WATER_BOARD);
    private static final Holder TOMASZ_KWB = new Holder(TOMASZ, WATER_BOARD);
    private static final Map<RoleId, List<Holder>> FULL = Map.of(HYDRAULICS, List.of(HENRIKE_KWB), APPROVER, List.of(TOMASZ_KWB));
    private static final Matrix MATRIX = new Matrix("type", "discipline", Map.of(
            new Matrix.Cell("DR", "H"), Map.of(Matrix.Duty.REVIEWS, List.of(HYDRAULICS)),
            new Matrix.Cell(Matrix.ANY, Matrix.ANY), Map.of(Matrix.Duty.APPROVES, List.of(APPROVER))));

    private static Seating.Facts facts(FieldValues values, Map<RoleId, List<Holder>> holders) {
        return new Seating.Facts(YUSUF, FENNICK, values, MATRIX, role -> holders.getOrDefault(role, List.of()),
                role -> role.equals(HYDRAULICS) ? "Lead hydraulics engineer" : "Approver",
                name -> name.equals("Henrike Solvangen") ? Optional.of(HENRIKE_KWB) : Optional.empty(),
                person -> person.equals(TOMASZ) ? Optional.of(TOMASZ_KWB) : Optional.empty(), key -> key);
    }

    private static Step step(Needs needs, Step.Drawing drawing, Who... who) {
        return new Step("Review", Step.Kind.APPROVAL, List.of(who), needs, drawing, 5, Optional.empty(), Map.of(), Chase.USUAL);
    }

    private static Seating.Seated seat(Step step, Map<RoleId, List<Holder>> holders) {
        return Seating.of(Route.usual("r", "R", List.of(step)), step,
                facts(HYDRAULIC_DRAWING.with("checker", "Henrike Solvangen"), holders));
    }

    private static Seating.Seated seat(Who... who) {
        return seat(step(new Needs.Any(), Step.Drawing.WORST, who), FULL);
    }

    private static String why(Seating.Seated seated) {
        return ((Seating.Seated.Nobody) seated).why();
    }

    @Test
    void rolesPeopleTheMatrixAndAFieldSayWhoSits() {
        assertThat(seat(new Who.InRole(HYDRAULICS), new Who.Person(TOMASZ)))
                .isEqualTo(new Seating.Seated.Seats(List.of(new Seat(HENRIKE, false), new Seat(TOMASZ, false))));
        assertThat(seat(new Who.ByMatrix(Matrix.Duty.REVIEWS), new Who.InField("checker"))).as("each once")
                .isEqualTo(new Seating.Seated.Seats(List.of(new Seat(HENRIKE, false))));
        assertThat(seat(new Who.ByMatrix(Matrix.Duty.APPROVES))).isEqualTo(new Seating.Seated.Seats(List.of(new Seat(TOMASZ, false))));
    }

    @Test
    void nobodyIsSaidWithItsReason() {
        assertThat(why(seat(new Who.InRole(new RoleId(9))))).isEqualTo("nobody holds the role “Approver”.");
        assertThat(why(seat(new Who.Person(HENRIKE)))).contains("has left the project");
        assertThat(why(seat(new Who.InField("other")))).isEqualTo("the field “other” names nobody.");
        assertThat(why(seat(new Who.ByMatrix(Matrix.Duty.TOLD)))).contains("says nobody who is told for type “DR” and discipline “H”");
    }

    @Test
    void nobodyDecidesOnTheWorkOfTheirOwnFirmUnlessTheRouteAllowsIt() {
        Map<RoleId, List<Holder>> own = Map.of(HYDRAULICS, List.of(new Holder(HENRIKE, FENNICK), new Holder(TOMASZ, ALDERMOOR)));
        Step step = step(new Needs.Any(), Step.Drawing.WORST, new Who.InRole(HYDRAULICS));
        assertThat(seat(step, own)).isEqualTo(new Seating.Seated.Seats(List.of(new Seat(TOMASZ, false))));
        assertThat(why(seat(step, Map.of(HYDRAULICS, List.of(new Holder(HENRIKE, FENNICK)))))).contains("author's own firm");
        Route allows = new Route("own", "Own", 1, List.of(step), true, false, Optional.empty(), List.of(), List.of(), List.of(),
                Completion.NOTHING);
        assertThat(Seating.of(allows, step, facts(HYDRAULIC_DRAWING, own))).isInstanceOf(Seating.Seated.Seats.class);
    }

    @Test
    void moreAnswersThanPeopleCannotBeNeeded() {
        assertThat(why(seat(step(new Needs.AtLeast(2), Step.Drawing.WORST, new Who.InRole(HYDRAULICS)), FULL)))
                .isEqualTo("it needs 2 answers, but only 1 may give one.");
        assertThat(seat(step(new Needs.AtLeast(1), Step.Drawing.LEAD, new Who.InRole(HYDRAULICS), new Who.InRole(APPROVER)), FULL))
                .isEqualTo(new Seating.Seated.Seats(List.of(new Seat(HENRIKE, true), new Seat(TOMASZ, false))));
    }

    private static Outcome<ReviewStation.Join> decide(Route route, Map<RoleId, List<Holder>> holders) {
        return ReviewStation.decide(new ReviewFacts(Optional.empty(), false, Optional.of(route), 1, 0, facts(HYDRAULIC_DRAWING, holders)));
    }

    private static Route twoSteps(Optional<Condition> when) {
        Step first = Step.usual("Technical review", Step.Kind.REVIEW, new Who.InRole(HYDRAULICS), 5);
        return Route.usual("hydraulics", "Hydraulics", List.of(new Step(first.name(), first.kind(), first.who(), first.needs(),
                first.drawing(), 5, when, Map.of(), first.chase()),
                Step.usual("Approval", Step.Kind.APPROVAL, new Who.InRole(APPROVER), 3)));
    }

    @Test
    void aStepWithNobodyInItsRoleStopsThePassageBeforeItBeginsAndNamesTheRole() {
        StopReason reason = ((Outcome.Stopped<ReviewStation.Join>) decide(twoSteps(Optional.empty()),
                Map.of(HYDRAULICS, List.of(HENRIKE_KWB)))).reason();
        assertThat(reason.code()).isEqualTo(StopReason.Code.NOBODY_TO_DECIDE);
        assertThat(reason.sentence()).isEqualTo("Route “Hydraulics”, step “Approval”: nobody holds the role “Approver”.");
    }

    @Test
    void itJoinsTheFirstStepThatIsNotLeftOutForIt() {
        assertThat(decide(twoSteps(Optional.empty()), FULL)).extracting(o -> ((Outcome.Waiting<ReviewStation.Join>) o).effects().getFirst()
                .step()).isEqualTo(0);
        Route onlyCivil = twoSteps(Optional.of(new Condition.FieldIs("discipline", List.of("C"))));
        ReviewStation.Join join = ((Outcome.Waiting<ReviewStation.Join>) decide(onlyCivil, Map.of(APPROVER, List.of(TOMASZ_KWB)))).effects()
                .getFirst();
        assertThat(join).isEqualTo(new ReviewStation.Join(onlyCivil, 1, List.of(new Seat(TOMASZ, false)), Set.of(0)));
    }

    @Test
    void conditionsSpeakOfFieldsAndCycles() {
        assertThat(new Condition.FieldIsNot("discipline", List.of("H")).holds(HYDRAULIC_DRAWING, 1)).isFalse();
        assertThat(new Condition.FieldIsNot("zone", List.of("H")).holds(HYDRAULIC_DRAWING, 1)).isTrue();
        assertThat(new Condition.FromCycle(2).holds(HYDRAULIC_DRAWING, 1)).isFalse();
        assertThat(new Condition.FromCycle(2).holds(HYDRAULIC_DRAWING, 3)).isTrue();
    }

    @Test
    void theClosestCellOfTheMatrixThatSaysSomethingCounts() {
        Matrix matrix = new Matrix("type", "discipline", Map.of(new Matrix.Cell("DR", ""), Map.of(Matrix.Duty.TOLD, List.of(APPROVER)),
                new Matrix.Cell("", "H"), Map.of(Matrix.Duty.TOLD, List.of(HYDRAULICS))));
        assertThat(matrix.of(HYDRAULIC_DRAWING, Matrix.Duty.TOLD)).containsExactly(APPROVER);
        assertThat(matrix.of(HYDRAULIC_DRAWING.with("type", "CA"), Matrix.Duty.TOLD)).containsExactly(HYDRAULICS);
        assertThat(matrix.of(FieldValues.NONE, Matrix.Duty.TOLD)).isEmpty();
    }
}
