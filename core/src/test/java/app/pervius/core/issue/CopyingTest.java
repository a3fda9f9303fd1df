package app.pervius.core.issue;

import static app.pervius.core.KestrelWeir.FIELDS;
import static app.pervius.core.KestrelWeir.HYDRAULIC_DRAWING;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.arrive.FileName;
import app.pervius.core.passage.Outcome;
import app.pervius.core.pattern.PathPattern;
import app.pervius.core.project.FolderId;
import app.pervius.core.project.InformationState;
import app.pervius.core.tell.Occasion;
import java.util.List;
import java.util.Optional;
import java.util.function.BiPredicate;
import org.junit.jupiter.api.Test;

class CopyingTest {

    private static final FolderId OPEN = new FolderId(9);
    private static final FolderId SHARED = new FolderId(7);
    private static final BiPredicate<Spot, FileName> FREE = (spot, name) -> false;
    private static final Copying.Came CAME = new Copying.Came("Pumps {old}", List.of("Mechanical", "Pumps {old}"));

    private static Outcome<IssueEffect> decide(Occasion occasion, FolderId folder, String path, String name, Target.WhenTaken whenTaken,
            BiPredicate<Spot, FileName> taken) {
        IssueFacts facts = new IssueFacts(Optional.empty(), "Weir", "Weir", Optional.empty(), IssuePlan.AS_PROJECT,
                List.of(new FileName("Weir.pdf")), HYDRAULIC_DRAWING, FIELDS, List.of(),
                new IssueFacts.There(id -> Optional.of(new IssueFacts.Destination(id, id.equals(SHARED) ? "Shared" : "Mirror",
                        id.equals(SHARED) ? InformationState.SHARED : InformationState.WORK_IN_PROGRESS)), state -> Optional.empty(),
                        Optional.empty(), taken));
        return new Copying(occasion, new Target.Into(folder, path, name), whenTaken).decide(facts, CAME, "A1");
    }

    private static String reason(Outcome<IssueEffect> outcome) {
        return ((Outcome.Stopped<IssueEffect>) outcome).reason().sentence();
    }

    @Test
    void theTreeItCameThroughIsMirroredAsNamesNotAsPatterns() {
        assertThat(decide(Occasion.ARRIVED, OPEN, "{discipline}/{below}", "{name} of {folder}", Target.WhenTaken.STOP, FREE))
                .isEqualTo(new Outcome.Passed<>(List.of(new IssueEffect.PlaceFile(0,
                        new Spot(OPEN, List.of("H", "Mechanical", "Pumps {old}")), "Weir of Pumps {old}.pdf", Target.Manner.COPY)),
                        "Copied to “Mirror / H / Mechanical / Pumps {old}” as Weir of Pumps {old}.pdf.",
                        "Will be copied to “Mirror / H / Mechanical / Pumps {old}” as Weir of Pumps {old}.pdf."));
        assertThat(Copying.path("{below}", new Copying.Came("Drawings", List.of()))).as("where the rule stands itself").isEmpty();
        assertThat(Copying.path("{below}/{type}", new Copying.Came("A", List.of("A")))).isEqualTo("A/{type}");
    }

    @Test
    void aNameThatIsTakenIsKeptBesideOrPutsNoCopy() {
        BiPredicate<Spot, FileName> once = (spot, name) -> name.text().equals("Weir.pdf");
        assertThat(decide(Occasion.ARRIVED, OPEN, "", "{name}", Target.WhenTaken.KEEP_BOTH, once))
                .isInstanceOfSatisfying(Outcome.Passed.class, passed -> assertThat(passed.account())
                        .isEqualTo("Copied to “Mirror” as Weir (2).pdf."));
        assertThat(reason(decide(Occasion.ARRIVED, OPEN, "", "{name}", Target.WhenTaken.STOP, once)))
                .isEqualTo("“Weir.pdf” is there already in “Mirror”, and nothing is replaced silently.");
    }

    @Test
    void onlyWhatIsIssuedIsCopiedWherePeopleBuildFrom() {
        assertThat(reason(decide(Occasion.ARRIVED, SHARED, "", "{name}", Target.WhenTaken.STOP, FREE)))
                .isEqualTo("Only what has been issued is copied to a folder that is Shared or Published.");
        assertThat(decide(Occasion.ISSUED, SHARED, "", "{name}", Target.WhenTaken.STOP, FREE)).isInstanceOf(Outcome.Passed.class);
    }

    @Test
    void aCopyOnIssueKnowsTheStatusCode() {
        assertThat(decide(Occasion.ISSUED, SHARED, "{status}", "{name}", Target.WhenTaken.STOP, FREE))
                .isInstanceOfSatisfying(Outcome.Passed.class, passed -> assertThat(passed.account())
                        .isEqualTo("Copied to “Shared / A1” as Weir.pdf."));
    }

    @Test
    void faultsOfItsPathStandWhereTheyAreWritten() {
        assertThat(Copying.check("{below}/{nonsense}", FIELDS)).isInstanceOfSatisfying(PathPattern.CompiledPath.Faulty.class, faulty ->
                assertThat(faulty.faults().toString()).contains("position=8").contains("nonsense"));
        assertThat(Copying.check("{folder}/{below}", FIELDS)).isInstanceOf(PathPattern.CompiledPath.Sound.class);
        assertThat(Copying.check("a{below}", FIELDS)).as("only as a part of its own").isInstanceOf(PathPattern.CompiledPath.Faulty.class);
    }
}
