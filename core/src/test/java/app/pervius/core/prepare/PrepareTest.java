package app.pervius.core.prepare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import app.pervius.core.arrive.FileFormat;
import app.pervius.core.arrive.FileName;
import app.pervius.core.calendar.WorkingCalendar;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.Unreadable;
import app.pervius.core.passage.Wait;
import app.pervius.core.passage.WayOut;
import app.pervius.core.project.FolderId;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Which file of a revision is read, of what a readable copy is made, and what is waited for. */
class PrepareTest {

    private static final Instant MONDAY = Instant.parse("2031-05-12T09:00:00Z");
    private static final WorkingCalendar CALENDAR = WorkingCalendar.mondayToFriday(ZoneOffset.UTC);
    private static final Copied OFFICE = new Copied.NotYet(Optional.of("LibreOffice 25.2"));
    private static final Copied NOTHING = new Copied.NotYet(Optional.empty());
    private static final PreparePlan NEEDED = new PreparePlan(PreparePlan.Copy.NEEDED, Optional.empty(), Keeping.WITH_IT);

    private static Keeping.Lying nowhere(int file) {
        throw new AssertionError("nobody wants a copy of " + file + " to lie anywhere");
    }

    private static PrepareFacts keeping(Keeping keeping, Keeping.Lying lying, PrepareFacts.Its... files) {
        PrepareFacts facts = facts(new PreparePlan(PreparePlan.Copy.WANTED, Optional.empty(), keeping), files);
        return new PrepareFacts(facts.files(), facts.unreadable(), facts.plan(), false, false, CALENDAR, MONDAY, MONDAY, Compared.NOTHING,
                file -> lying);
    }

    private static PrepareFacts.Its its(String name) {
        return its(name, NOTHING);
    }

    private static PrepareFacts.Its its(String name, Copied copied) {
        return new PrepareFacts.Its(new FileName(name), FileFormat.of(new FileName(name)), Optional.empty(), copied);
    }

    private static final PrepareFacts.Its LOCKED = new PrepareFacts.Its(new FileName("weir.pdf"), FileFormat.PDF,
            Optional.of("it is locked with a password"), NOTHING);

    private static PrepareFacts facts(PreparePlan plan, PrepareFacts.Its... files) {
        return new PrepareFacts(List.of(files), Unreadable.NOTE, plan, false, false, CALENDAR, MONDAY, MONDAY, Compared.NOTHING,
                PrepareTest::nowhere);
    }

    private static PrepareFacts after(Duration time, PrepareFacts facts) {
        return new PrepareFacts(facts.files(), facts.unreadable(), facts.plan(), facts.overlooked(), facts.tried(), facts.calendar(),
                facts.since(), facts.since().plus(time), facts.compared(), facts.lying());
    }

    private static PrepareFacts tried(PrepareFacts facts) {
        return new PrepareFacts(facts.files(), facts.unreadable(), facts.plan(), facts.overlooked(), true, facts.calendar(), facts.since(),
                facts.now(), facts.compared(), facts.lying());
    }

    private static PrepareFacts overlooked(PrepareFacts facts) {
        return new PrepareFacts(facts.files(), facts.unreadable(), facts.plan(), true, facts.tried(), facts.calendar(), facts.since(),
                facts.now(), facts.compared(), facts.lying());
    }

    private static PrepareFacts whereLocked(Unreadable then) {
        return new PrepareFacts(List.of(LOCKED), then, PreparePlan.NONE, false, false, CALENDAR, MONDAY, MONDAY, Compared.NOTHING,
                PrepareTest::nowhere);
    }

    private static Outcome.Passed<PrepareEffect> passed(PrepareFacts facts) {
        return (Outcome.Passed<PrepareEffect>) Prepare.decide(facts);
    }

    private static Outcome.Stopped<PrepareEffect> stopped(PrepareFacts facts) {
        return (Outcome.Stopped<PrepareEffect>) Prepare.decide(facts);
    }

    private static Outcome.Waiting<PrepareEffect> waiting(PrepareFacts facts) {
        return (Outcome.Waiting<PrepareEffect>) Prepare.decide(facts);
    }

    private static PreparePlan waitingFor(PreparePlan.Companion.Then then, String... endings) {
        return new PreparePlan(PreparePlan.Copy.WANTED, Optional.of(new PreparePlan.Companion(List.of(endings), 2, then)),
                Keeping.WITH_IT);
    }

    @Test
    void aPdfIsReadBeforeAPictureAndAPictureBeforeAText() {
        assertThat(passed(facts(PreparePlan.NONE, its("a.dwg"), its("a.txt"), its("a.pdf"))).effects())
                .containsExactly(new PrepareEffect.ReadHere(2, false));
        assertThat(passed(facts(PreparePlan.NONE, its("a.txt"), its("a.png"))).effects())
                .containsExactly(new PrepareEffect.ReadHere(1, false));
        assertThat(passed(facts(PreparePlan.NONE, its("a.dwg"))).effects()).isEmpty();
    }

    @Test
    void whatIsInAFileSaysWhetherItIsRead() {
        PrepareFacts.Its called = new PrepareFacts.Its(new FileName("report"), FileFormat.PDF, Optional.empty(), NOTHING);
        PrepareFacts.Its only = new PrepareFacts.Its(new FileName("really.pdf"), FileFormat.OTHER, Optional.empty(), NOTHING);
        assertThat(passed(facts(PreparePlan.NONE, only, called)).effects()).containsExactly(new PrepareEffect.ReadHere(1, false));
    }

    @Test
    void aPdfThatCannotBeOpenedIsMarkedStoppedOrReturnedAsTheRuleSays() {
        assertThat(passed(whereLocked(Unreadable.NOTE)).account()).isEqualTo(
                "Read here: weir.pdf. “weir.pdf” cannot be opened: it is locked with a password.");
        assertThat(stopped(whereLocked(Unreadable.STOP)).reason().code()).isEqualTo(StopReason.Code.CANNOT_BE_READ);
        assertThat(Prepare.decide(whereLocked(Unreadable.RETURN))).isInstanceOf(Outcome.Returned.class);
    }

    @Test
    void whatCanBeOpenedIsReadInsteadOfWhatCannot() {
        assertThat(passed(facts(PreparePlan.NONE, LOCKED, its("weir.png"))).effects()).containsExactly(new PrepareEffect.ReadHere(1,
                false));
    }

    @Test
    void aCopyIsMadeOfWhatComesWithoutAPdfAndReadOnceItIsThere() {
        PrepareFacts.Its text = its("spec.docx", OFFICE);
        assertThat(waiting(facts(PreparePlan.USUAL, text)).effects()).containsExactly(new PrepareEffect.MakeCopy(0));
        assertThat(waiting(facts(PreparePlan.USUAL, text)).what().forWhat()).isEqualTo("the readable copy of “spec.docx”");
        assertThat(waiting(facts(PreparePlan.USUAL, its("spec.docx", new Copied.Making()))).what().limit()).isEmpty();
        Outcome.Passed<PrepareEffect> made = passed(facts(PreparePlan.USUAL, its("spec.docx",
                new Copied.Made("LibreOffice 25.2", "a font was replaced"))));
        assertThat(made.effects()).containsExactly(new PrepareEffect.ReadHere(0, true));
        assertThat(made.account()).isEqualTo(
                "Read here: the readable copy of “spec.docx”, made by LibreOffice 25.2. It said: a font was replaced");
        assertThat(passed(facts(PreparePlan.USUAL, text, its("spec.pdf"))).effects()).as("its PDF came with it")
                .containsExactly(new PrepareEffect.ReadHere(1, false));
        assertThat(passed(facts(PreparePlan.NONE, text)).effects()).as("the rule wants none").isEmpty();
    }

    @Test
    void ofSeveralFilesACopyIsMadeOfWhatWasWrittenNotOfWhatBelongsToIt() {
        assertThat(waiting(facts(PreparePlan.USUAL, its("a.txt", OFFICE), its("a.png", OFFICE), its("a.docx", OFFICE))).effects())
                .containsExactly(new PrepareEffect.MakeCopy(2));
        assertThat(waiting(facts(PreparePlan.USUAL, its("a.dwg"), its("a.txt", OFFICE))).effects()).as("of what can be copied")
                .containsExactly(new PrepareEffect.MakeCopy(1));
        assertThat(waiting(facts(PreparePlan.USUAL, its("a.docx", new Copied.Failed("It is damaged.")), its("a.txt", OFFICE))).effects())
                .as("of what has not failed").containsExactly(new PrepareEffect.MakeCopy(1));
        assertThat(waiting(facts(PreparePlan.USUAL, LOCKED, its("weir.docx", OFFICE))).effects()).as("its PDF is locked")
                .containsExactly(new PrepareEffect.MakeCopy(1));
    }

    @Test
    void whatNoCopyCanBeMadeOfIsStoppedOnlyWhereOneIsNeeded() {
        PrepareFacts.Its drawing = its("plan.dwg");
        assertThat(passed(facts(PreparePlan.USUAL, drawing)).account()).isEqualTo("No file of it can be read in the browser; it is read "
                + "with its own program. Nothing here makes a PDF of “plan.dwg”.");
        Outcome.Stopped<PrepareEffect> stopped = stopped(facts(NEEDED, drawing));
        assertThat(stopped.reason().code()).isEqualTo(StopReason.Code.NO_COPY);
        assertThat(stopped.reason().sentence()).contains("Nothing here makes a PDF of “plan.dwg”.", "hand in a PDF of the same name");
        assertThat(stopped.waysOut()).contains(WayOut.TRY_AGAIN, WayOut.GO_ON_ALL_THE_SAME);
        PrepareFacts broken = facts(NEEDED, its("spec.docx", new Copied.Failed("It is damaged.")));
        assertThat(stopped(broken).reason().sentence()).contains("No readable copy of “spec.docx” could be made: It is damaged.");
        assertThat(passed(overlooked(broken)).account()).contains("It is damaged.");
        assertThat(passed(facts(PreparePlan.USUAL, its("spec.docx", new Copied.Failed("It is damaged.")))).effects()).isEmpty();
    }

    @Test
    void aTrialWaitsForNothingAndSaysWhatWouldBeMade() {
        Outcome.Passed<PrepareEffect> trial = passed(tried(facts(waitingFor(PreparePlan.Companion.Then.STOP, "dwg"), its("spec.docx",
                OFFICE))));
        assertThat(trial.foretold()).isEqualTo("Waits first, up to 2 working days, for its DWG. "
                + "A readable copy of “spec.docx” will be made by LibreOffice 25.2.");
    }

    @Test
    void aCompanionIsWaitedForInWorkingTime() {
        PrepareFacts alone = facts(waitingFor(PreparePlan.Companion.Then.STOP, "pdf", "dwg"), its("plan.DWG"));
        Wait wait = waiting(alone).what();
        assertThat(wait.forWhat()).isEqualTo("its PDF");
        assertThat(wait.limit().orElseThrow()).isEqualTo(new Wait.Limit(CALENDAR.due(MONDAY, 2), new Wait.Then.Anew()));
        assertThat(passed(facts(alone.plan(), its("plan.dwg"), its("plan.pdf"))).effects()).containsExactly(
                new PrepareEffect.ReadHere(1, false));
        Outcome.Stopped<PrepareEffect> late = stopped(after(Duration.ofDays(3), alone));
        assertThat(late.reason().code()).isEqualTo(StopReason.Code.NO_COMPANION);
        assertThat(late.reason().sentence()).contains("Its PDF did not come in 2 working days", "“plan.pdf”");
        assertThat(passed(overlooked(alone)).effects()).as("somebody lets it go on").isEmpty();
    }

    @Test
    void withoutItsCompanionItGoesOnWhereTheRuleSaysSoAndACopyIsMadeThen() {
        PrepareFacts alone = facts(waitingFor(PreparePlan.Companion.Then.GO_ON, "pdf"), its("spec.docx", OFFICE));
        assertThat(waiting(alone).effects()).isEmpty();
        assertThat(waiting(after(Duration.ofDays(3), alone)).effects()).containsExactly(new PrepareEffect.MakeCopy(0));
        assertThat(passed(after(Duration.ofDays(3), facts(alone.plan(), its("spec.docx", new Copied.Made("LibreOffice", ""))))).account())
                .endsWith("Its PDF did not come in 2 working days.");
    }

    private static PrepareFacts.Its scanned(String name, Scan scan) {
        return new PrepareFacts.Its(new FileName(name), FileFormat.of(new FileName(name)), Optional.empty(), NOTHING, scan);
    }

    @Test
    void nothingGoesOnBeforeTheMalwareScannerHasAnswered() {
        PrepareFacts facts = facts(PreparePlan.NONE, its("a.pdf"), scanned("b.pdf", new Scan.Waiting()));
        assertThat(Prepare.decide(facts)).isEqualTo(new Outcome.Waiting<>(List.of(new PrepareEffect.AwaitScan(1)),
                Wait.forAsLongAs("the malware scanner")));
        assertThat(Prepare.decide(tried(facts))).as("a trial waits for nobody").isInstanceOf(Outcome.Passed.class);
    }

    @Test
    void malwareStopsWhateverAnybodyHasSaid() {
        PrepareFacts facts = overlooked(facts(PreparePlan.NONE, scanned("a.pdf", new Scan.Waiting()),
                scanned("b.exe", new Scan.Found("Test-Text"))));
        Outcome.Stopped<PrepareEffect> stopped = (Outcome.Stopped<PrepareEffect>) Prepare.decide(facts);
        assertThat(stopped.reason().sentence()).startsWith("The malware scanner found “Test-Text” in “b.exe”.");
        assertThat(stopped.waysOut()).containsExactly(WayOut.SEND_BACK, WayOut.TAKE_OUT);
    }

    private static final Keeping BESIDE = new Keeping(Keeping.Place.BESIDE, Optional.empty(), false);
    private static final Keeping MIRRORED = new Keeping(Keeping.Place.MIRRORED, Optional.of(new FolderId(7)), true);
    private static final Keeping.Lying THERE = new Keeping.Lying.At("PDFs / Weir", "spec.pdf");
    private static final PrepareFacts.Its COPIED = its("spec.docx", new Copied.Made("LibreOffice 25.2", "a font was replaced"));

    @Test
    void thePdfThatIsReadLiesWhereTheRuleSaysAsWell() {
        Outcome.Passed<PrepareEffect> beside = passed(keeping(BESIDE, THERE, COPIED));
        assertThat(beside.effects()).containsExactly(new PrepareEffect.ReadHere(0, true), new PrepareEffect.Keep(0, true));
        assertThat(beside.account()).endsWith("It said: a font was replaced. Its PDF lies in “PDFs / Weir” as “spec.pdf”.");
        assertThat(beside.foretold()).endsWith("Its PDF will lie in “PDFs / Weir” as “spec.pdf”.");
        assertThat(passed(tried(keeping(MIRRORED, THERE, its("spec.docx", OFFICE)))).foretold())
                .isEqualTo("A readable copy of “spec.docx” will be made by LibreOffice 25.2. Its PDF will lie in "
                        + "“PDFs / Weir” as “spec.pdf”.");
    }

    @Test
    void aPdfThatCameItselfLiesBesideAlreadyAndIsPutIntoAnotherTreeOnly() {
        assertThat(passed(keeping(BESIDE, THERE, its("spec.pdf"))).effects()).containsExactly(new PrepareEffect.ReadHere(0, false));
        assertThat(passed(keeping(MIRRORED, THERE, its("a.dwg"), its("spec.pdf"))).effects())
                .containsExactly(new PrepareEffect.ReadHere(1, false), new PrepareEffect.Keep(1, false));
        assertThat(passed(keeping(MIRRORED, THERE, its("plan.png"))).effects()).as("nothing makes a PDF of it")
                .containsExactly(new PrepareEffect.ReadHere(0, false));
    }

    @Test
    void ofAFileThatLiesInTheTreeNothingIsPutThereOnceMore() {
        assertThat(passed(keeping(MIRRORED, new Keeping.Lying.Already(), COPIED)).effects())
                .containsExactly(new PrepareEffect.ReadHere(0, true));
    }

    @Test
    void onePutNowhereStopsNothingAndSaysWhy() {
        Outcome.Passed<PrepareEffect> passed = passed(keeping(MIRRORED, new Keeping.Lying.Nowhere("Its PDF lies nowhere else: no folder."),
                COPIED));
        assertThat(passed.effects()).containsExactly(new PrepareEffect.ReadHere(0, true));
        assertThat(passed.account()).endsWith("replaced. Its PDF lies nowhere else: no folder.");
    }

    @Test
    void aRootIsSaidWhereATreeIsMirroredAndOnlyThere() {
        assertThatIllegalArgumentException().isThrownBy(() -> new Keeping(Keeping.Place.MIRRORED, Optional.empty(), false));
        assertThatIllegalArgumentException().isThrownBy(() -> new Keeping(Keeping.Place.BESIDE, Optional.of(new FolderId(7)), false));
        assertThatIllegalArgumentException().isThrownBy(() -> new Keeping(Keeping.Place.WITH_IT, Optional.empty(), true));
    }

    private static PrepareFacts disagreeing(Compared.Then then) {
        PrepareFacts facts = facts(waitingFor(PreparePlan.Companion.Then.STOP, "pdf"), its("weir.dwg"), its("weir.pdf"));
        return new PrepareFacts(facts.files(), facts.unreadable(), facts.plan(), false, false, CALENDAR, MONDAY, MONDAY,
                new Compared(List.of("the title block says revision P02, not P01"), then), PrepareTest::nowhere);
    }

    @Test
    void aTitleBlockThatCameWithACompanionHasToAgreeAsTheRuleSays() {
        String said = "Name and title block disagree: the title block says revision P02, not P01.";
        assertThat(passed(disagreeing(Compared.Then.NOTE)).account()).isEqualTo("Read here: weir.pdf. " + said);
        assertThat(stopped(disagreeing(Compared.Then.STOP)).reason()).isEqualTo(new StopReason(StopReason.Code.TITLE_BLOCK_DIFFERS, said));
        assertThat(stopped(disagreeing(Compared.Then.STOP)).waysOut()).contains(WayOut.GO_ON_ALL_THE_SAME, WayOut.SEND_BACK);
        assertThat(passed(overlooked(disagreeing(Compared.Then.STOP))).account()).as("let go on").endsWith(said);
        assertThat(Prepare.decide(disagreeing(Compared.Then.RETURN))).isInstanceOf(Outcome.Returned.class);
    }
}
