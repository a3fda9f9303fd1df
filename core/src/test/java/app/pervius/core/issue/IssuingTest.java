package app.pervius.core.issue;

import static app.pervius.core.KestrelWeir.FIELDS;
import static app.pervius.core.KestrelWeir.HYDRAULIC_DRAWING;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.arrive.FileName;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.StopReason;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.FolderId;
import app.pervius.core.project.InformationState;
import app.pervius.core.project.StatusCode;
import java.util.List;
import java.util.Set;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiPredicate;
import org.junit.jupiter.api.Test;

class IssuingTest {

    private static final FolderId SHARED = new FolderId(7);
    private static final Spot SPOT = new Spot(SHARED, List.of());
    private static final FolderId ARCHIVE = new FolderId(8);
    private static final IssuePlan PLAN = new IssuePlan(Map.of(1, new Target.Place(SHARED, "A1", ""), 3, new Target.BackToAuthor()), IssuePlan.USUAL_NAME);
    private static final IssueFacts.Destination DESTINATION = new IssueFacts.Destination(SHARED, "Shared / Hydraulics", InformationState.SHARED);
    private static final List<StatusCode> STATUS_CODES = List.of(new StatusCode("CR", "as built", Set.of(InformationState.PUBLISHED)));

    private static Outcome<IssueEffect> decide(int code, Optional<IssueFacts.Destination> destination, Optional<IssueFacts.Former> former,
            Optional<FolderId> archive, BiPredicate<Spot, FileName> taken) {
        return Issuing.decide(new IssueFacts("KWR-FNK-H-DR-0001", "P02", "Weir", DecisionCode.of(code, DecisionCode.AS_SHIPPED), false, Optional.empty(), PLAN,
                List.of(new FileName("Weir.PDF"), new FileName("Weir.dwg")), HYDRAULIC_DRAWING, FIELDS, STATUS_CODES, folder -> destination, state -> former, archive, taken));
    }

    private static StopReason.Code stopped(Outcome<IssueEffect> outcome) {
        return ((Outcome.Stopped<IssueEffect>) outcome).reason().code();
    }

    @Test
    void anAcceptedRevisionIsPlacedUnderNumberRevisionAndStatusAndTheFormerOneGoesToTheArchive() {
        IssueFacts.Former former = new IssueFacts.Former(41, "P01");
        Outcome<IssueEffect> outcome = decide(1, Optional.of(DESTINATION), Optional.of(former), Optional.of(ARCHIVE), (spot, name) -> false);
        assertThat(((Outcome.Passed<IssueEffect>) outcome).effects()).containsExactly(
                new IssueEffect.Archive(former, ARCHIVE),
                new IssueEffect.PlaceFile(0, SPOT, "KWR-FNK-H-DR-0001_P02_A1.pdf"),
                new IssueEffect.PlaceFile(1, SPOT, "KWR-FNK-H-DR-0001_P02_A1.dwg"),
                new IssueEffect.MakeCurrent(InformationState.SHARED, SPOT, "A1"));
    }

    @Test
    void whatMustComeAgainGoesBackToItsAuthor() {
        assertThat(((Outcome.Passed<IssueEffect>) decide(3, Optional.empty(), Optional.empty(), Optional.empty(), (spot, n) -> false)).effects())
                .containsExactly(new IssueEffect.ReturnToAuthor(true));
    }

    @Test
    void aStatusCodeThatDoesNotGoWithItsFolderIsRefused() {
        IssuePlan asBuilt = new IssuePlan(Map.of(1, new Target.Place(SHARED, "CR", "")), IssuePlan.USUAL_NAME);
        Outcome<IssueEffect> outcome = Issuing.decide(new IssueFacts("KWR-FNK-H-DR-0001", "P02", "Weir", DecisionCode.of(1, DecisionCode.AS_SHIPPED), false, Optional.empty(), asBuilt,
                List.of(), HYDRAULIC_DRAWING, FIELDS, STATUS_CODES, folder -> Optional.of(DESTINATION), state -> Optional.empty(), Optional.of(ARCHIVE), (spot, n) -> false));
        assertThat(((Outcome.Stopped<IssueEffect>) outcome).reason().sentence())
                .isEqualTo("Status code CR goes with Published, but the folder “Shared / Hydraulics” is Shared.");
    }

    @Test
    void aPathOfFieldsLeadsToAFolderBelow() {
        IssuePlan byFields = new IssuePlan(Map.of(1, new Target.Place(SHARED, "A1", "{discipline}/{type} {title}")), IssuePlan.USUAL_NAME);
        Outcome<IssueEffect> outcome = Issuing.decide(new IssueFacts("KWR-FNK-H-DR-0001", "P02", "../Weir", DecisionCode.of(1, DecisionCode.AS_SHIPPED), false, Optional.empty(), byFields,
                List.of(new FileName("Weir.pdf")), HYDRAULIC_DRAWING, FIELDS, STATUS_CODES, folder -> Optional.of(DESTINATION), state -> Optional.empty(), Optional.of(ARCHIVE),
                (spot, n) -> false));
        Outcome.Passed<IssueEffect> passed = (Outcome.Passed<IssueEffect>) outcome;
        assertThat(List.<IssueEffect>copyOf(passed.effects())).contains(new IssueEffect.PlaceFile(0, new Spot(SHARED, List.of("H", "DR ..-Weir")), "KWR-FNK-H-DR-0001_P02_A1.pdf"));
        assertThat(passed.account()).startsWith("Placed in “Shared / Hydraulics / H / DR ..-Weir” as ");
    }

    @Test
    void aPathThatNeedsWhatNobodySaidStopsIt() {
        IssuePlan byFields = new IssuePlan(Map.of(1, new Target.Place(SHARED, "A1", "{serial}")), IssuePlan.USUAL_NAME);
        Outcome<IssueEffect> outcome = Issuing.decide(new IssueFacts("KWR-FNK-H-DR-0001", "P02", "Weir", DecisionCode.of(1, DecisionCode.AS_SHIPPED), false, Optional.empty(), byFields,
                List.of(), HYDRAULIC_DRAWING, FIELDS, STATUS_CODES, folder -> Optional.of(DESTINATION), state -> Optional.empty(), Optional.of(ARCHIVE), (spot, n) -> false));
        assertThat(((Outcome.Stopped<IssueEffect>) outcome).reason().sentence()).isEqualTo("No folder can be found for it: “{serial}” needs “Serial”, and nothing says what it is.");
    }

    @Test
    void aDestinationThatIsGoneStopsIt() {
        assertThat(stopped(decide(1, Optional.empty(), Optional.empty(), Optional.of(ARCHIVE), (spot, n) -> false))).isEqualTo(StopReason.Code.DESTINATION_GONE);
    }

    @Test
    void nothingIsReplacedSilently() {
        assertThat(stopped(decide(1, Optional.of(DESTINATION), Optional.empty(), Optional.of(ARCHIVE), (spot, name) -> name.ending().equals("dwg"))))
                .isEqualTo(StopReason.Code.NAME_TAKEN);
    }

    @Test
    void aFormerRevisionWithoutAnArchiveStopsIt() {
        assertThat(stopped(decide(1, Optional.of(DESTINATION), Optional.of(new IssueFacts.Former(41, "P01")), Optional.empty(), (spot, n) -> false)))
                .isEqualTo(StopReason.Code.DESTINATION_MISSING);
    }

    @Test
    void aDecisionTheRuleDoesNotSpeakOfStopsIt() {
        assertThat(stopped(decide(2, Optional.of(DESTINATION), Optional.empty(), Optional.of(ARCHIVE), (spot, n) -> false))).isEqualTo(StopReason.Code.DESTINATION_MISSING);
    }
}
