package app.pervius.core.rules;

import static app.pervius.core.KestrelWeir.ALDERMOOR;
import static app.pervius.core.KestrelWeir.FENNICK;
import static app.pervius.core.KestrelWeir.YUSUF;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.arrive.FileFormat;
import app.pervius.core.identify.Checks;
import app.pervius.core.issue.IssuePlan;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.WayOut;
import app.pervius.core.project.FolderId;
import app.pervius.core.tell.TellPlan;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

class RuleSheetTest {

    private static final FolderId ROOT = new FolderId(1);
    private static final FolderId FOLDER = new FolderId(2);
    private static final FolderId BELOW = new FolderId(3);
    private static final List<FolderId> IN_BELOW = List.of(BELOW, FOLDER, ROOT);

    private static RuleSheet.Row row(int id, String name, FolderId folder, boolean withBelow, Which which) {
        return new RuleSheet.Row(id, 1, new HandlingRule(name, new Where(List.of(new Where.Standing(folder, withBelow))), which,
                List.of(), Checks.ALL_STOP, Optional.empty(), Optional.of("documents"), Optional.of("civil"), new IssuePlan(Map.of(), IssuePlan.USUAL_NAME), TellPlan.NOBODY));
    }

    private static ArrivalFacts arrival(List<FolderId> pathUp, FileFormat... formats) {
        return new ArrivalFacts(pathUp, Set.of(formats), YUSUF, FENNICK, "Yusuf Karaderin (Fennick Hydraulics)");
    }

    @Test
    void theFirstRuleThatFitsTakesItAndOnlyThatOne() {
        RuleSheet sheet = new RuleSheet(List.of(row(1, "Models", FOLDER, true, new Which(Set.of(FileFormat.MODEL), Set.of(), Set.of())),
                row(2, "Drawings", FOLDER, true, Which.EVERYTHING), row(3, "Everything", ROOT, true, Which.EVERYTHING)));
        RuleSheet.Verdict verdict = sheet.judge(arrival(IN_BELOW, FileFormat.PDF));
        assertThat(verdict.taken().orElseThrow().ruleId()).isEqualTo(2);
        assertThat(verdict.passedOver()).containsExactly(new RuleSheet.PassedOver("Models", "the file is PDF, the rule takes building model"));
    }

    @Test
    void aRuleWithoutWhatIsBelowTakesNothingFromBelow() {
        RuleSheet sheet = new RuleSheet(List.of(row(1, "Here only", FOLDER, false, Which.EVERYTHING)));
        assertThat(sheet.judge(arrival(IN_BELOW, FileFormat.PDF)).taken()).isEmpty();
        assertThat(sheet.judge(arrival(List.of(FOLDER, ROOT), FileFormat.PDF)).taken()).isPresent();
    }

    @Test
    void sourceAndPdfTogetherFitARuleForPdf() {
        RuleSheet sheet = new RuleSheet(List.of(row(1, "PDF", FOLDER, true, new Which(Set.of(FileFormat.PDF), Set.of(), Set.of()))));
        assertThat(sheet.judge(arrival(IN_BELOW, FileFormat.CAD, FileFormat.PDF)).taken()).isPresent();
        assertThat(sheet.judge(arrival(IN_BELOW, FileFormat.CAD)).taken()).isEmpty();
    }

    @Test
    void whomItComesFromIsAFirmOrAPerson() {
        RuleSheet byFirm = new RuleSheet(List.of(row(1, "Aldermoor", FOLDER, true, new Which(Set.of(), Set.of(ALDERMOOR), Set.of()))));
        RuleSheet byPerson = new RuleSheet(List.of(row(1, "Yusuf too", FOLDER, true, new Which(Set.of(), Set.of(ALDERMOOR), Set.of(YUSUF)))));
        assertThat(byFirm.judge(arrival(IN_BELOW, FileFormat.PDF)).taken()).isEmpty();
        assertThat(byPerson.judge(arrival(IN_BELOW, FileFormat.PDF)).taken()).isPresent();
    }

    @Test
    void whatNoRuleTakesIsStoppedWithTheReasonOfEveryRuleThatStandsThere() {
        RuleSheet sheet = new RuleSheet(List.of(row(1, "PDF", FOLDER, true, new Which(Set.of(FileFormat.PDF), Set.of(), Set.of())),
                row(2, "Elsewhere", new FolderId(99), true, Which.EVERYTHING)));
        Outcome.Stopped<Arrival.TakenBy> stopped = (Outcome.Stopped<Arrival.TakenBy>) Arrival.decide(arrival(IN_BELOW, FileFormat.PACKAGE), sheet);
        assertThat(stopped.reason().code()).isEqualTo(StopReason.Code.NO_RULE);
        assertThat(stopped.reason().sentence()).isEqualTo("No rule takes this. Tried “PDF”: the file is ZIP, the rule takes PDF.");
        assertThat(stopped.waysOut()).containsExactly(WayOut.TRY_AGAIN, WayOut.CHOOSE_RULE, WayOut.SEND_BACK, WayOut.TAKE_OUT);
    }
}
