package app.pervius.core.issue;

import static app.pervius.core.KestrelWeir.FIELDS;
import static app.pervius.core.KestrelWeir.HYDRAULIC_DRAWING;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.pervius.core.arrive.FileName;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.StopReason;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.FolderId;
import app.pervius.core.project.InformationState;
import app.pervius.core.project.StatusCode;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiPredicate;
import org.junit.jupiter.api.Test;

class IssuingTest {

    private static final FolderId SHARED = new FolderId(7);
    private static final FolderId ARCHIVE = new FolderId(8);
    private static final FolderId OPEN = new FolderId(9);
    private static final Spot SPOT = new Spot(SHARED, List.of());
    private static final List<StatusCode> STATUS_CODES = List.of(new StatusCode("CR", "as built", Set.of(InformationState.PUBLISHED)));
    private static final BiPredicate<Spot, FileName> FREE = (spot, name) -> false;
    private static final IssueFacts.Former FORMER = new IssueFacts.Former(41, "P01");

    /** Facts of a decision on a revision of two files; each test says what is different. */
    private static final class Decision {
        private Optional<IssueFacts.Numbered> revision = Optional.of(new IssueFacts.Numbered("KWR-FNK-H-DR-0001", "P02"));
        private Optional<Integer> code = Optional.of(1);
        private IssuePlan plan = new IssuePlan(Map.of(1, Target.Place.usual(SHARED, "A1", ""), 3, new Target.BackToAuthor()),
                Optional.empty());
        private Optional<IssueFacts.Former> former = Optional.empty();
        private Optional<FolderId> archive = Optional.of(ARCHIVE);
        private BiPredicate<Spot, FileName> taken = FREE;
        private List<FileName> files = List.of(new FileName("Weir.PDF"), new FileName("Weir.dwg"));
        private String title = "Weir";
        private boolean gone;

        Decision places(Target.Place place) {
            plan = new IssuePlan(Map.of(1, place), Optional.of(place));
            return this;
        }

        Outcome<IssueEffect> decide() {
            return Issuing.decide(new IssueFacts(revision, title, "Weir",
                    code.map(c -> new IssueFacts.Decided(DecisionCode.of(c, DecisionCode.AS_SHIPPED), false, Optional.empty())),
                    plan, files, HYDRAULIC_DRAWING, FIELDS, STATUS_CODES,
                    new IssueFacts.There(folder -> gone ? Optional.empty() : Optional.of(destination(folder)), state -> former, archive,
                            taken)));
        }

        List<IssueEffect> effects() {
            return ((Outcome.Passed<IssueEffect>) decide()).effects();
        }

        String account() {
            return ((Outcome.Passed<IssueEffect>) decide()).account();
        }

        StopReason stopped() {
            return ((Outcome.Stopped<IssueEffect>) decide()).reason();
        }

        private static IssueFacts.Destination destination(FolderId folder) {
            return folder.equals(SHARED) ? new IssueFacts.Destination(SHARED, "Shared / Hydraulics", InformationState.SHARED)
                    : new IssueFacts.Destination(folder, "Open", InformationState.WORK_IN_PROGRESS);
        }
    }

    private static Target.Place place(FolderId folder, Target.Manner manner, Target.WhenTaken whenTaken, Map<String, String> sets,
            List<Target.Into> copies) {
        return new Target.Place(new Target.Into(folder, "", IssuePlan.USUAL_NAME), "A1", manner, whenTaken, sets, copies);
    }

    private static List<String> names(List<IssueEffect> effects) {
        return effects.stream().filter(IssueEffect.PlaceFile.class::isInstance).map(e -> ((IssueEffect.PlaceFile) e).name()).toList();
    }

    @Test
    void anAcceptedRevisionIsPlacedUnderNumberRevisionAndStatusAndTheFormerOneGoesToTheArchive() {
        Decision decision = new Decision();
        decision.former = Optional.of(FORMER);
        assertThat(decision.effects()).containsExactly(
                new IssueEffect.Archive(FORMER, ARCHIVE),
                new IssueEffect.PlaceFile(0, SPOT, "KWR-FNK-H-DR-0001_P02_A1.pdf", Target.Manner.COPY),
                new IssueEffect.PlaceFile(1, SPOT, "KWR-FNK-H-DR-0001_P02_A1.dwg", Target.Manner.COPY),
                new IssueEffect.MakeCurrent(InformationState.SHARED, SPOT, "A1"));
    }

    @Test
    void whatMustComeAgainGoesBackToItsAuthor() {
        Decision decision = new Decision();
        decision.code = Optional.of(3);
        assertThat(decision.effects()).containsExactly(new IssueEffect.ReturnToAuthor(true));
    }

    @Test
    void aStatusCodeThatDoesNotGoWithItsFolderIsRefused() {
        assertThat(new Decision().places(Target.Place.usual(SHARED, "CR", "")).stopped().sentence())
                .isEqualTo("Status code CR goes with Published, but the folder “Shared / Hydraulics” is Shared.");
    }

    @Test
    void aPathOfFieldsLeadsToAFolderBelow() {
        Decision decision = new Decision().places(Target.Place.usual(SHARED, "A1", "{discipline}/{type} {title}"));
        decision.title = "../Weir";
        assertThat(decision.effects()).contains(new IssueEffect.PlaceFile(0, new Spot(SHARED, List.of("H", "DR ..-Weir")),
                "KWR-FNK-H-DR-0001_P02_A1.pdf", Target.Manner.COPY));
        assertThat(decision.account()).startsWith("Placed in “Shared / Hydraulics / H / DR ..-Weir” as ");
    }

    @Test
    void aPathThatNeedsWhatNobodySaidStopsIt() {
        assertThat(new Decision().places(Target.Place.usual(SHARED, "A1", "{serial}")).stopped().sentence())
                .isEqualTo("No folder can be found for it: “{serial}” needs “Serial”, and nothing says what it is.");
    }

    @Test
    void aNameThatNeedsWhatNobodySaidStopsItAndSaysWhat() {
        Target.Place place = new Target.Place(new Target.Into(SHARED, "", "{number}_{serial}"), "A1", Target.Manner.COPY,
                Target.WhenTaken.STOP, Map.of(), List.of());
        assertThat(new Decision().places(place).stopped().sentence())
                .isEqualTo("No name can be made for it: “{number}_{serial}” needs “Serial”, and nothing says what it is.");
    }

    @Test
    void aDestinationThatIsGoneStopsIt() {
        Decision decision = new Decision();
        decision.gone = true;
        assertThat(decision.stopped().code()).isEqualTo(StopReason.Code.DESTINATION_GONE);
    }

    @Test
    void nothingIsReplacedSilently() {
        Decision decision = new Decision();
        decision.taken = (spot, name) -> name.ending().equals("dwg");
        assertThat(decision.stopped().code()).isEqualTo(StopReason.Code.NAME_TAKEN);
    }

    @Test
    void aNameThatIsTakenIsKeptBesideWithACountWhereTheRuleSaysSo() {
        Decision decision = new Decision().places(place(SHARED, Target.Manner.COPY, Target.WhenTaken.KEEP_BOTH, Map.of(), List.of()));
        decision.taken = (spot, name) -> name.text().equals("KWR-FNK-H-DR-0001_P02_A1.pdf") || name.text()
                .equals("KWR-FNK-H-DR-0001_P02_A1 (2).pdf");
        assertThat(names(decision.effects())).containsExactly("KWR-FNK-H-DR-0001_P02_A1 (3).pdf", "KWR-FNK-H-DR-0001_P02_A1.dwg");
    }

    @Test
    void aNameThatThisVeryPlacingGivesIsCountedOnButNeverReplaced() {
        Decision both = new Decision().places(place(OPEN, Target.Manner.COPY, Target.WhenTaken.KEEP_BOTH, Map.of(), List.of()));
        both.files = List.of(new FileName("Weir.pdf"), new FileName("Weir 2.pdf"), new FileName("Weir 3.pdf"));
        assertThat(names(both.effects())).containsExactly("KWR-FNK-H-DR-0001_P02_A1.pdf", "KWR-FNK-H-DR-0001_P02_A1 (2).pdf",
                "KWR-FNK-H-DR-0001_P02_A1 (3).pdf");
        for (Target.WhenTaken whenTaken : List.of(Target.WhenTaken.NEXT_VERSION, Target.WhenTaken.REPLACE)) {
            Decision over = new Decision().places(place(OPEN, Target.Manner.COPY, whenTaken, Map.of(), List.of()));
            over.files = List.of(new FileName("Weir.pdf"), new FileName("Weir 2.pdf"));
            assertThat(over.stopped().code()).isEqualTo(StopReason.Code.NAME_TAKEN);
        }
    }

    @Test
    void inSharedFoldersNothingGetsANextVersionOrIsReplacedWhateverTheRuleSays() {
        for (Target.WhenTaken whenTaken : List.of(Target.WhenTaken.NEXT_VERSION, Target.WhenTaken.REPLACE)) {
            Decision decision = new Decision().places(place(SHARED, Target.Manner.COPY, whenTaken, Map.of(), List.of()));
            decision.taken = (spot, name) -> true;
            assertThat(decision.stopped().code()).isEqualTo(StopReason.Code.NAME_TAKEN);
        }
    }

    @Test
    void elsewhereWhatIsReplacedGoesToTheArchiveFirst() {
        Decision decision = new Decision().places(place(OPEN, Target.Manner.MOVE, Target.WhenTaken.REPLACE, Map.of(), List.of()));
        decision.files = List.of(new FileName("Weir.pdf"));
        decision.taken = (spot, name) -> true;
        Spot open = new Spot(OPEN, List.of());
        assertThat(decision.effects()).containsExactly(new IssueEffect.Replace(open, "KWR-FNK-H-DR-0001_P02_A1.pdf", ARCHIVE),
                new IssueEffect.PlaceFile(0, open, "KWR-FNK-H-DR-0001_P02_A1.pdf", Target.Manner.MOVE),
                new IssueEffect.MakeCurrent(InformationState.WORK_IN_PROGRESS, open, "A1"));
        decision.archive = Optional.empty();
        assertThat(decision.stopped().code()).isEqualTo(StopReason.Code.NAME_TAKEN);
    }

    @Test
    void filesOfOneRevisionNeverGetTheSameName() {
        Decision decision = new Decision();
        decision.files = List.of(new FileName("Weir.pdf"), new FileName("weir.PDF"));
        assertThat(decision.stopped().code()).isEqualTo(StopReason.Code.NAME_TAKEN);
        decision.places(place(OPEN, Target.Manner.COPY, Target.WhenTaken.NEXT_VERSION, Map.of(), List.of()));
        assertThat(decision.stopped().code()).isEqualTo(StopReason.Code.NAME_TAKEN);
    }

    @Test
    void copiesGoAlongUnderTheirOwnNamesAndFieldsAreSetBeforePathsAreWritten() {
        Target.Into copy = new Target.Into(OPEN, "{serial}", "{number} of {title}");
        Decision decision = new Decision().places(place(SHARED, Target.Manner.COPY, Target.WhenTaken.STOP, Map.of("serial", "77"),
                List.of(copy)));
        decision.files = List.of(new FileName("Weir.pdf"));
        assertThat(decision.effects()).containsExactly(new IssueEffect.SetFields(new FieldValues(Map.of("serial", "77"))),
                new IssueEffect.PlaceFile(0, SPOT, "KWR-FNK-H-DR-0001_P02_A1.pdf", Target.Manner.COPY),
                new IssueEffect.PlaceFile(0, new Spot(OPEN, List.of("77")), "KWR-FNK-H-DR-0001 of Weir.pdf", Target.Manner.COPY),
                new IssueEffect.MakeCurrent(InformationState.SHARED, SPOT, "A1"));
        assertThat(decision.account()).contains("; copied to “Open / 77”");
    }

    @Test
    void whatNobodyReviewsIsFiledAtOnceAlsoWithoutANumber() {
        Target.Place place = new Target.Place(new Target.Into(OPEN, "", "{name}"), "", Target.Manner.COPY, Target.WhenTaken.STOP, Map.of(),
                List.of());
        Decision decision = new Decision().places(place);
        decision.revision = Optional.empty();
        decision.code = Optional.empty();
        decision.files = List.of(new FileName("Weir.pdf"));
        assertThat(decision.effects()).containsExactly(new IssueEffect.PlaceFile(0, new Spot(OPEN, List.of()), "Weir.pdf",
                Target.Manner.COPY),
                new IssueEffect.Filed(new Spot(OPEN, List.of())));
        decision.plan = new IssuePlan(Map.of(), Optional.empty());
        assertThat(decision.stopped().code()).isEqualTo(StopReason.Code.DESTINATION_MISSING);
    }

    @Test
    void aFormerRevisionWithoutAnArchiveStopsIt() {
        Decision decision = new Decision();
        decision.former = Optional.of(FORMER);
        decision.archive = Optional.empty();
        assertThat(decision.stopped().code()).isEqualTo(StopReason.Code.DESTINATION_MISSING);
    }

    @Test
    void aDecisionTheRuleDoesNotSpeakOfStopsIt() {
        Decision decision = new Decision();
        decision.code = Optional.of(2);
        assertThat(decision.stopped().code()).isEqualTo(StopReason.Code.DESTINATION_MISSING);
    }

    @Test
    void whatTheProjectSaysOfACodeIsDoneWhereTheRuleLeavesItToIt() {
        Decision accepted = new Decision();
        accepted.plan = IssuePlan.AS_PROJECT;
        DecisionCode first = DecisionCode.of(1, DecisionCode.AS_SHIPPED);
        assertThat(Issuing.asProject(first).isPresent()).isEqualTo(first.placing().isPresent());
        if (first.placing().isEmpty()) {
            assertThat(accepted.effects()).containsExactly(new IssueEffect.ReturnToAuthor(first.mustComeAgain()));
        }
        assertThat(accepted.account()).contains(first.placing().isPresent() ? "Placed in" : "Back to the author");
    }

    @Test
    void aPlanKnowsEveryPlaceItLeadsTo() {
        Target.Place filed = place(OPEN, Target.Manner.COPY, Target.WhenTaken.STOP, Map.of(),
                List.of(new Target.Into(ARCHIVE, "", "{name}")));
        Target.Place placed = Target.Place.usual(SHARED, "A1", "");
        IssuePlan plan = new IssuePlan(Map.of(1, placed, 3, new Target.BackToAuthor()), Optional.of(filed));
        assertThat(plan.places()).containsExactlyInAnyOrder(placed, filed);
        assertThat(plan.destinations()).containsExactlyInAnyOrder(placed.into(), filed.into(), filed.copies().getFirst());
    }

    @Test
    void patternsOfNamesAndPathsThatCannotBeReadStopIt() {
        assertThat(new Decision().places(Target.Place.usual(SHARED, "A1", "{nonsense}")).stopped().sentence())
                .startsWith("No folder can be found for it: “{nonsense}”: ");
        Target.Place misnamed = new Target.Place(new Target.Into(SHARED, "", "{nonsense}"), "A1", Target.Manner.COPY, Target.WhenTaken.STOP,
                Map.of(), List.of());
        assertThat(new Decision().places(misnamed).stopped().sentence()).startsWith("No name can be made for it: “{nonsense}”: ");
    }

    @Test
    void whatIsSaidOfAPlacingNamesStatusCopiesAndWhatGaveWay() {
        Decision decision = new Decision().places(place(SHARED, Target.Manner.COPY, Target.WhenTaken.STOP, Map.of(),
                List.of(new Target.Into(OPEN, "", "{name}"))));
        decision.former = Optional.of(FORMER);
        assertThat(decision.account())
                .isEqualTo("Placed in “Shared / Hydraulics” as KWR-FNK-H-DR-0001_P02_A1, status A1; copied to “Open”; "
                + "P01 went to the archive.");
        Decision plain = new Decision().places(new Target.Place(new Target.Into(SHARED, "", "{number}"), "", Target.Manner.COPY,
                Target.WhenTaken.STOP, Map.of(), List.of()));
        assertThat(plain.account()).doesNotContain("status", "copied", "archive");
    }

    @Test
    void anEndingThatIsMissingMakesANameWithoutAPoint() {
        Decision decision = new Decision().places(place(OPEN, Target.Manner.COPY, Target.WhenTaken.STOP, Map.of(), List.of()));
        decision.files = List.of(new FileName("Weir"));
        assertThat(names(decision.effects())).containsExactly("KWR-FNK-H-DR-0001_P02_A1");
    }

    @Test
    void aNameThatIsTakenAThousandTimesStopsIt() {
        Decision decision = new Decision().places(place(OPEN, Target.Manner.COPY, Target.WhenTaken.KEEP_BOTH, Map.of(), List.of()));
        decision.files = List.of(new FileName("Weir.pdf"));
        decision.taken = (spot, name) -> !name.text().contains("(999)");
        assertThat(names(decision.effects())).containsExactly("KWR-FNK-H-DR-0001_P02_A1 (999).pdf");
        decision.taken = (spot, name) -> true;
        assertThat(decision.stopped().code()).isEqualTo(StopReason.Code.NAME_TAKEN);
    }

    @Test
    void aTitleIsShortenedToWhatANameCanHold() {
        Target.Place titled = new Target.Place(new Target.Into(OPEN, "", "{title}"), "A1", Target.Manner.COPY, Target.WhenTaken.STOP,
                Map.of(),
                List.of());
        Decision decision = new Decision().places(titled);
        decision.files = List.of(new FileName("Weir.pdf"));
        decision.title = "w".repeat(200);
        assertThat(names(decision.effects()).getFirst()).hasSize(204);
        decision.title = "w".repeat(201);
        assertThat(names(decision.effects()).getFirst()).hasSize(204);
    }

    private static final Release.How HOW = new Release.How(Release.Paper.REDUCED, "iso_a3_297x420mm", 2, true, true,
            Stamp.Place.TOP_RIGHT);

    @Test
    void whatIsReleasedToADeviceFollowsFromItsDecisionsBesideWhatElseDoes() {
        Decision decision = new Decision();
        Release release = new Release("Plotter", Set.of(1, 2), HOW);
        decision.plan = new IssuePlan(decision.plan.byCode(), Optional.empty(), List.of(release, new Release("Other", Set.of(3), HOW),
                new Release("At once", Set.of(), HOW)));
        assertThat(decision.effects()).endsWith(new IssueEffect.MakeCurrent(InformationState.SHARED, SPOT, "A1"),
                new IssueEffect.ToDevice(release));
        assertThat(decision.account()).endsWith("status A1. Released to “Plotter”, 2 copies, made to fit A3, on both sides, held there "
                + "until somebody starts it, stamped at the top right.");
        decision.code = Optional.of(3);
        assertThat(decision.effects()).hasSize(2).first().isEqualTo(new IssueEffect.ReturnToAuthor(true));
    }

    @Test
    void aDeviceMayBeTheOnlyWayOut() {
        Decision decision = new Decision();
        decision.plan = new IssuePlan(Map.of(1, new Target.Nowhere()), Optional.empty(), List.of(new Release("Plotter", Set.of(),
                Release.How.USUAL)));
        assertThat(decision.effects()).containsExactly(new IssueEffect.Nowhere());
        decision.code = Optional.empty();
        assertThat(decision.account()).isEqualTo("Placed nowhere. Released to “Plotter”, each page on paper of its own size, "
                + "stamped in the left margin.");
        decision.plan = new IssuePlan(Map.of(), Optional.empty());
        assertThat(decision.stopped().code()).isEqualTo(StopReason.Code.DESTINATION_MISSING);
    }

    @Test
    void howSomethingIsPrintedFitsTogether() {
        assertThatThrownBy(() -> new Release.How(Release.Paper.REDUCED, "", 1, false, false, Stamp.Place.NONE))
                .hasMessageContaining("says which");
        assertThatThrownBy(() -> new Release.How(Release.Paper.AS_IT_IS, "iso_a3_297x420mm", 1, false, false, Stamp.Place.NONE))
                .hasMessageContaining("Only what is made to fit");
        assertThatThrownBy(() -> new Release.How(Release.Paper.AS_IT_IS, "", 100, false, false, Stamp.Place.NONE))
                .hasMessageContaining("1 to 99");
        assertThat(Release.How.sizeOf("na_number-10_4.125x9.5in")).isEqualTo("Number 10");
        assertThat(Release.How.sizeOf("custom_sheet_900x1200mm")).isEqualTo("900 × 1200mm");
        assertThat(Release.How.sizeOf("odd")).isEqualTo("odd");
    }
}
