package app.pervius.core.rules;

import static app.pervius.core.KestrelWeir.ALDERMOOR;
import static app.pervius.core.KestrelWeir.FENNICK;
import static app.pervius.core.KestrelWeir.YUSUF;
import static app.pervius.core.rules.Facts.BELOW;
import static app.pervius.core.rules.Facts.BY_YUSUF;
import static app.pervius.core.rules.Facts.ELSEWHERE;
import static app.pervius.core.rules.Facts.FOLDER;
import static app.pervius.core.rules.Facts.IN_BELOW;
import static app.pervius.core.rules.Facts.LEAD;
import static app.pervius.core.rules.Facts.ROOT;
import static app.pervius.core.rules.Facts.arrival;
import static app.pervius.core.rules.Facts.field;
import static app.pervius.core.rules.Facts.format;
import static app.pervius.core.rules.Facts.from;
import static app.pervius.core.rules.Facts.plan;
import static app.pervius.core.rules.Facts.rule;
import static app.pervius.core.rules.Facts.sheet;
import static app.pervius.core.rules.Facts.standing;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.arrive.FileFormat;
import app.pervius.core.identify.Checks;
import app.pervius.core.identify.IdentifyPlan;
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

    private static Optional<String> taken(RuleSheet sheet, ArrivalFacts arrival) {
        return sheet.judge(arrival).taken().map(row -> row.rule().name());
    }

    /** Why the only rule of a sheet does not take an arrival. */
    private static String unmet(Condition condition, ArrivalFacts arrival) {
        return sheet(rule("It", FOLDER, true, condition)).judge(arrival).passedOver().getFirst().reason();
    }

    @Test
    void theFirstRuleThatFitsTakesItAndOnlyThatOne() {
        RuleSheet sheet = sheet(rule("Models", FOLDER, true, format(FileFormat.MODEL)), rule("Everything", FOLDER, true),
                rule("More", FOLDER, true));
        RuleSheet.Verdict verdict = sheet.judge(arrival("Weir", FileFormat.PDF));
        assertThat(verdict.taken().orElseThrow().rule().name()).isEqualTo("Everything");
        assertThat(verdict.passedOver()).containsExactly(new RuleSheet.PassedOver(1, "Models",
                "the file is PDF, the rule takes building model"));
    }

    @Test
    void aRuleWithoutWhatIsBelowTakesNothingFromBelow() {
        RuleSheet sheet = sheet(rule("Here only", FOLDER, false));
        assertThat(taken(sheet, arrival("Weir", FileFormat.PDF))).isEmpty();
        assertThat(taken(sheet, arrival(List.of(FOLDER, ROOT), ArrivalEvent.NEW_FILE, "Weir", BY_YUSUF, Map.of(), FileFormat.PDF)))
                .contains("Here only");
    }

    @Test
    void sourceAndPdfTogetherFitARuleForPdf() {
        RuleSheet sheet = sheet(rule("PDF", FOLDER, true, format(FileFormat.PDF)));
        assertThat(taken(sheet, arrival("Weir", FileFormat.CAD, FileFormat.PDF))).contains("PDF");
        assertThat(taken(sheet, arrival("Weir", FileFormat.CAD))).isEmpty();
    }

    @Test
    void whomItComesFromIsAFirmAPersonOrARole() {
        ArrivalFacts weir = arrival("Weir", FileFormat.PDF);
        assertThat(taken(sheet(rule("Aldermoor", FOLDER, true, from(Set.of(ALDERMOOR), Set.of(), Set.of()))), weir)).isEmpty();
        assertThat(taken(sheet(rule("Yusuf too", FOLDER, true, from(Set.of(ALDERMOOR), Set.of(YUSUF), Set.of()))), weir)).isPresent();
        Parties.Party lead = new Parties.Party(YUSUF, FENNICK, Set.of(LEAD), "Yusuf");
        RuleSheet byRole = sheet(rule("Leads", FOLDER, true, from(Set.of(), Set.of(), Set.of(LEAD))));
        assertThat(taken(byRole, arrival(IN_BELOW, ArrivalEvent.NEW_FILE, "Weir", lead, Map.of(), FileFormat.PDF))).isPresent();
        assertThat(unmet(from(Set.of(), Set.of(), Set.of(LEAD)), weir))
                .isEqualTo("it comes from Yusuf Karaderin (Fennick Hydraulics), whom the rule does not name");
    }

    @Test
    void whoHandedItInIsAskedApartFromWhoseWorkItIs() {
        Parties.Party controller = new Parties.Party(new app.pervius.core.project.PersonId(99), ALDERMOOR, Set.of(), "Mirela");
        ArrivalFacts onBehalf = new ArrivalFacts(IN_BELOW, ArrivalEvent.NEW_FILE, "Weir", Set.of(FileFormat.PDF), 1, BY_YUSUF, controller,
                app.pervius.core.project.FieldValues.NONE, app.pervius.core.KestrelWeir.FIELDS);
        assertThat(taken(sheet(rule("Handed in", FOLDER, true, new Condition.HandedInBy(new Parties(Set.of(ALDERMOOR), Set.of(),
                Set.of())))), onBehalf)).isPresent();
        assertThat(taken(sheet(rule("Work of", FOLDER, true, from(Set.of(ALDERMOOR), Set.of(), Set.of()))), onBehalf)).isEmpty();
    }

    @Test
    void aFieldIsWhatFolderOrFormSaysAndElseWhatTheRulesPatternReads() {
        HandlingRule reads = new HandlingRule("Drawings", "", standing(FOLDER, true), Which.of(field("type", "DR")),
                plan(new IdentifyPlan(List.of("{type}_{title}"), List.of(), Checks.USUAL, Optional.empty()), IssuePlan.AS_PROJECT));
        assertThat(taken(sheet(reads), arrival("DR_Weir", FileFormat.PDF))).isPresent();
        assertThat(taken(sheet(reads), arrival("CA_Weir", FileFormat.PDF))).isEmpty();
        assertThat(taken(sheet(reads), arrival(IN_BELOW, ArrivalEvent.NEW_FILE, "CA_Weir", BY_YUSUF, Map.of("type", "DR"), FileFormat.PDF)))
                .isPresent();
        assertThat(unmet(field("type", "DR"), arrival("Weir", FileFormat.PDF)))
                .isEqualTo("nothing says what “Document type” is, the rule takes DR");
    }

    @Test
    void whatAConditionOnTheNameReadsIsKnownToTheOnesAfterIt() {
        assertThat(taken(sheet(rule("By name", FOLDER, true, new Condition.Named("{type}-{title}"), field("type", "DR"))),
                arrival("DR-Weir", FileFormat.PDF))).isPresent();
        assertThat(unmet(new Condition.Named("{type}-{title}"), arrival("Weir", FileFormat.PDF)))
                .startsWith("“Weir” does not fit “{type}-{title}”: ");
    }

    @Test
    void groupsAskForAllAnyOrNone() {
        Condition small = new Condition.Sized(0, 1_000);
        Condition drawing = field("type", "DR");
        assertThat(unmet(new Condition.Any(List.of(small, drawing)), arrival("Weir", FileFormat.PDF)))
                .isEqualTo("its largest file has 5 kB, the rule takes at most 1 kB; and nothing says what “Document type” is, the rule "
                        + "takes DR");
        assertThat(unmet(new Condition.None(List.of(format(FileFormat.PDF))), arrival("Weir", FileFormat.PDF)))
                .isEqualTo("the rule leaves out PDF files");
        assertThat(taken(sheet(rule("It", FOLDER, true, new Condition.Any(List.of(small, format(FileFormat.PDF))),
                new Condition.None(List.of(drawing)))),
                arrival("Weir", FileFormat.PDF))).isPresent();
        assertThat(taken(sheet(rule("It", FOLDER, true, new Condition.All(List.of(format(FileFormat.PDF), drawing)))),
                arrival("Weir", FileFormat.PDF))).isEmpty();
    }

    @Test
    void whatPerviusItselfPlacesIsTakenOnlyByARuleThatAsksForIt() {
        ArrivalFacts placed = arrival(IN_BELOW, ArrivalEvent.PLACED, "Weir", BY_YUSUF, Map.of(), FileFormat.PDF);
        assertThat(taken(sheet(rule("Everything", FOLDER, true)), placed)).isEmpty();
        assertThat(taken(sheet(rule("Placed too", FOLDER, true, new Condition.Came(Set.of(ArrivalEvent.PLACED, ArrivalEvent.NEW_FILE)))),
                placed)).isPresent();
        assertThat(unmet(new Condition.Came(Set.of(ArrivalEvent.NEW_VERSION)), arrival("Weir", FileFormat.PDF)))
                .isEqualTo("it is a new file, the rule takes what is a new version");
    }

    @Test
    void everyWatchingRuleThatFitsSpeaksAndTakesNothing() {
        WatchingRule everything = new WatchingRule("All of it", "", standing(ROOT, true), Which.EVERYTHING, TellPlan.ofTheAuthor());
        WatchingRule models = new WatchingRule("Models", "", standing(FOLDER, true), Which.of(format(FileFormat.MODEL)),
                TellPlan.ofTheAuthor());
        RuleSheet sheet = sheet(everything, rule("PDF", FOLDER, true, format(FileFormat.PDF)), models, everything);
        RuleSheet.Verdict verdict = sheet.judge(arrival("Weir", FileFormat.PDF));
        assertThat(verdict.watching().stream().map(RuleSheet.Row::ruleId)).containsExactly(1L, 4L);
        assertThat(verdict.taken().orElseThrow().ruleId()).isEqualTo(2);
        assertThat(sheet(everything).intake(IN_BELOW)).isFalse();
        assertThat(sheet.intake(IN_BELOW)).isTrue();
    }

    @Test
    void onlyRulesThatStandOnTheFolderAreTriedAndTheRestIsExplainedWhenAsked() {
        RuleSheet sheet = sheet(rule("Elsewhere", ELSEWHERE, true), rule("Here", FOLDER, true));
        assertThat(sheet.judge(arrival("Weir", FileFormat.PDF)).passedOver()).isEmpty();
        assertThat(sheet.explain(arrival("Weir", FileFormat.PDF)).passedOver())
                .containsExactly(new RuleSheet.PassedOver(1, "Elsewhere", "it does not stand on this folder"));
        assertThat(sheet.standingOn(List.of(BELOW, FOLDER, ROOT)).stream().map(RuleSheet.Row::ruleId)).containsExactly(2L);
    }

    @Test
    void whatNoRuleTakesIsStoppedWithTheReasonOfEveryRuleThatStandsThere() {
        RuleSheet sheet = sheet(rule("PDF", FOLDER, true, format(FileFormat.PDF)), rule("Elsewhere", new FolderId(99), true));
        Outcome.Stopped<Arrival.TakenBy> stopped = (Outcome.Stopped<Arrival.TakenBy>) Arrival.decide(arrival("Weir", FileFormat.PACKAGE),
                sheet, true);
        assertThat(stopped.reason().code()).isEqualTo(StopReason.Code.NO_RULE);
        assertThat(stopped.reason().sentence()).isEqualTo("No rule takes this. Tried “PDF”: the file is ZIP, the rule takes PDF.");
        assertThat(stopped.waysOut()).containsExactly(WayOut.TRY_AGAIN, WayOut.CHOOSE_RULE, WayOut.SEND_BACK, WayOut.TAKE_OUT);
    }

    @Test
    void whatNoRuleTakesIsLeftWhereTheProjectOrTheNearestFolderSaysSo() {
        Untaken untaken = new Untaken(Untaken.Then.LEAVE, List.of(new Untaken.Otherwise(FOLDER, Untaken.Then.LEAVE_AND_TELL),
                new Untaken.Otherwise(BELOW, Untaken.Then.STOP)));
        assertThat(untaken.in(IN_BELOW)).as("the nearest counts").isEqualTo(Untaken.Then.STOP);
        assertThat(untaken.in(List.of(FOLDER, ROOT))).isEqualTo(Untaken.Then.LEAVE_AND_TELL);
        assertThat(untaken.in(List.of(ELSEWHERE, ROOT))).isEqualTo(Untaken.Then.LEAVE);
        RuleSheet sheet = new RuleSheet(1, Handling.USUAL.with(new Untaken(Untaken.Then.LEAVE, List.of(
                new Untaken.Otherwise(BELOW, Untaken.Then.LEAVE_AND_TELL)))),
                List.of(new RuleSheet.Row(1, 1, rule("PDF", ROOT, true, format(FileFormat.PDF)))));
        assertThat(Arrival.decide(arrival("Weir", FileFormat.PACKAGE), sheet, true)).isEqualTo(
                new Outcome.Left<>("No rule takes this. Tried “PDF”: the file is ZIP, the rule takes PDF.", true));
        assertThat(Arrival.decide(arrival(List.of(ROOT), ArrivalEvent.NEW_FILE, "Weir", BY_YUSUF, Map.of(), FileFormat.PACKAGE),
                sheet, true))
                .isInstanceOfSatisfying(Outcome.Left.class, left -> assertThat(left.told()).isFalse());
        assertThat(Arrival.decide(arrival("Weir", FileFormat.PACKAGE), sheet, false)).as("what was on its way already is not left")
                .isInstanceOf(Outcome.Stopped.class);
    }

    @Test
    void aWatchingRuleKnowsWhatTheNamesItAsksForSay() {
        WatchingRule rule = new WatchingRule("Reports", "", standing(FOLDER, true), Which.of(new Condition.Named("{type}_{title}")),
                TellPlan.NOBODY);
        assertThat(sheet(rule).known(rule, arrival("DR_Inlet", FileFormat.PDF)).byKey()).containsEntry("type", "DR")
                .containsEntry("title", "Inlet");
    }
}
