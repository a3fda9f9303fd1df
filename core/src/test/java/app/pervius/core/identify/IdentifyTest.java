package app.pervius.core.identify;

import static app.pervius.core.KestrelWeir.ALDERMOOR;
import static app.pervius.core.KestrelWeir.FENNICK;
import static app.pervius.core.KestrelWeir.FIELDS;
import static app.pervius.core.KestrelWeir.HYDRAULIC_DRAWING;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.number.Scheme;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.Unreadable;
import app.pervius.core.passage.Wait;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.project.FirmId;
import app.pervius.core.register.DocumentId;
import app.pervius.core.register.Known;
import app.pervius.core.register.KnownDocument;
import app.pervius.core.register.KnownNumbers;
import app.pervius.core.register.RevisionCode;
import app.pervius.core.register.RevisionSequences;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class IdentifyTest {

    private static final String NUMBER = "KWR-FNK-H-DR-0012";
    private static final Scheme SCHEME = Scheme.ofDocuments("documents", "Documents",
            "{project:3}-{originator}-{discipline}-{type}-{counter:4}", List.of());
    private static final List<Pattern> NUMBERS = List.of(Pattern.sound("{project:3}-{originator}-{discipline}-{type}-{counter:4}",
            SCHEME.fields(FIELDS)));

    private static KnownDocument document(FirmId originator, Optional<String> onItsWay) {
        return new KnownDocument(new DocumentId(5), NUMBER, originator, "Fennick Hydraulics", Optional.of(new RevisionCode("P01")),
                Optional.empty(), 1, onItsWay);
    }

    private static final KnownNumbers LEDGER = number -> number.equals(NUMBER) ? new Known.Document(document(FENNICK, Optional.empty()))
            : new Known.Never();

    private static IdentifyFacts.Coming coming(String name) {
        return new IdentifyFacts.Coming(name, FENNICK, "Fennick Hydraulics", HYDRAULIC_DRAWING);
    }

    private static IdentifyFacts facts(String name, List<Pattern> patterns, Checks checks, Optional<String> sequence) {
        return new IdentifyFacts(coming(name), FIELDS, List.of(), new IdentifyFacts.Patterns(patterns, NUMBERS), checks,
                RevisionSequences.USUAL, sequence, Optional.empty(), Optional.empty(), Optional.empty());
    }

    private static Outcome<IdentifyEffect> decide(String name, KnownNumbers numbers) {
        return Identify.decide(facts(name, List.of(), Checks.USUAL, Optional.empty()), numbers);
    }

    private static Outcome<IdentifyEffect> decide(String name, KnownNumbers numbers, Checks.Then all) {
        return Identify.decide(facts(name, List.of(), new Checks(all, all, all, all, all, Checks.TitleBlock.NOT_COMPARED,
                Checks.SameName.NEXT_REVISION, Unreadable.NOTE), Optional.empty()), numbers);
    }

    private static Outcome<IdentifyEffect> read(String name, String... patterns) {
        List<Pattern> compiled = java.util.Arrays.stream(patterns).map(text -> Pattern.sound(text, Identify.nameFields(FIELDS))).toList();
        return Identify.decide(facts(name, compiled, Checks.USUAL, Optional.empty()), LEDGER);
    }

    private static List<IdentifyEffect> effects(Outcome<IdentifyEffect> outcome) {
        return ((Outcome.Passed<IdentifyEffect>) outcome).effects();
    }

    private static StopReason stopped(Outcome<IdentifyEffect> outcome) {
        return ((Outcome.Stopped<IdentifyEffect>) outcome).reason();
    }

    @ParameterizedTest
    @ValueSource(strings = {NUMBER, NUMBER + "_P02", "Inlet " + NUMBER + " P02", NUMBER + " rev P02 inlet", "(" + NUMBER + ")"})
    void aNameThatCarriesAKnownNumberIsThatDocumentsNextRevision(String name) {
        assertThat(((Outcome.Passed<IdentifyEffect>) decide(name, LEDGER)).effects()).containsExactly(
                new IdentifyEffect.NextRevision(document(FENNICK, Optional.empty()), new RevisionCode("P02"), 2));
    }

    @ParameterizedTest
    @ValueSource(strings = {NUMBER + "3", "X" + NUMBER, NUMBER + "a"})
    void aNumberIsKnownOnlyAsAWhole(String name) {
        assertThat(((Outcome.Passed<IdentifyEffect>) decide(name, LEDGER)).effects())
                .noneMatch(e -> e instanceof IdentifyEffect.NextRevision);
    }

    @Test
    void aNumberNobodyAssignedIsStopped() {
        assertThat(stopped(decide("KWR-FNK-H-DR-0099", LEDGER)).code()).isEqualTo(StopReason.Code.UNKNOWN_NUMBER);
    }

    @Test
    void aNameThatDoesNotFitIsStoppedWithTheNameThatWould() {
        StopReason reason = stopped(read("DT-H_Inlet", "{type}-{discipline}_{title}"));
        assertThat(reason.code()).isEqualTo(StopReason.Code.NAME_DOES_NOT_FIT);
        assertThat(reason.sentence()).endsWith("found “DT-H_Inlet”. “DR-H_Inlet” would fit.");
    }

    @Test
    void ofSeveralPatternsTheFirstThatFitsReads() {
        assertThat(effects(read("CA-C_Head_loss", "{discipline} {title}", "{type}-{discipline}_{title}", "{title}")))
                .contains(new IdentifyEffect.TitleRead("Head loss"));
    }

    @Test
    void ofSeveralPatternsTheOneThatCameFurthestExplains() {
        assertThat(stopped(read("CA-X_Head loss", "{discipline} {title}", "{type}-{discipline}_{title}")).sentence())
                .startsWith("“CA-X_Head loss” does not fit any of 2 patterns; it came furthest with “{type}-{discipline}_{title}”: at "
                        + "character 4 ");
    }

    @Test
    void theRuleSaysWhatGoesBackAtOnce() {
        assertThat(decide("KWR-FNK-H-DR-0099", LEDGER, Checks.Then.RETURN)).isInstanceOfSatisfying(Outcome.Returned.class,
                back -> assertThat(back.reason().code()).isEqualTo(StopReason.Code.UNKNOWN_NUMBER));
        assertThat(decide(NUMBER + "_P05", LEDGER, Checks.Then.RETURN)).isInstanceOf(Outcome.Returned.class);
    }

    @Test
    void theRuleSaysWhatGoesOnAllTheSame() {
        assertThat(effects(decide("KWR-FNK-H-DR-0099", LEDGER, Checks.Then.GO_ON)))
                .contains(new IdentifyEffect.TitleRead("KWR-FNK-H-DR-0099"));
        assertThat(effects(decide(NUMBER + "_P05", LEDGER, Checks.Then.GO_ON))).containsExactly(
                new IdentifyEffect.NextRevision(document(FENNICK, Optional.empty()), new RevisionCode("P05"), 2));
        KnownDocument others = document(ALDERMOOR, Optional.empty());
        assertThat(effects(decide(NUMBER, number -> new Known.Document(others), Checks.Then.GO_ON)))
                .containsExactly(new IdentifyEffect.NextRevision(others, new RevisionCode("P02"), 2));
    }

    @Test
    void aRevisionThatGoesBackGoesToItsAuthorWhereTheRuleReturnsWhatIsOutOfSequence() {
        assertThat(decide(NUMBER + "_P01", LEDGER, Checks.Then.RETURN)).isInstanceOfSatisfying(Outcome.Returned.class,
                back -> assertThat(back.reason().code()).isEqualTo(StopReason.Code.REVISION_OUT_OF_SEQUENCE));
    }

    @Test
    void aRevisionThatGoesBackIsNeverGoneOnWith() {
        assertThat(stopped(decide(NUMBER + "_P01", LEDGER, Checks.Then.GO_ON)).sentence())
                .isEqualTo("The name says revision P01, which goes back: the newest of " + NUMBER + " is P01, and next comes P02.");
    }

    @Test
    void whileAnEarlierRevisionIsOnItsWayItMayWaitForThat() {
        assertThat(decide(NUMBER, number -> new Known.Document(document(FENNICK, Optional.of("P01 is still at Review"))),
                Checks.Then.GO_ON))
                .isEqualTo(new Outcome.Waiting<>(List.of(),
                        new Wait("the revision of " + NUMBER + " before it: P01 is still at Review", Optional.of(new DocumentId(5)),
                                Optional.empty())));
    }

    @Test
    void aReservedNumberIsUsedByWhomItIsReservedFor() {
        KnownNumbers reserved = number -> new Known.Reserved(FENNICK, "Fennick Hydraulics");
        assertThat(effects(decide("KWR-FNK-C-CA-0040_P01_Stop logs", reserved))).satisfies(found -> {
            assertThat(List.<IdentifyEffect>copyOf(found)).contains(new IdentifyEffect.UseReserved("KWR-FNK-C-CA-0040",
                    new RevisionCode("P01")),
                    new IdentifyEffect.TitleRead("Stop logs"));
            assertThat(found).anySatisfy(e -> assertThat(e).isInstanceOfSatisfying(IdentifyEffect.FieldsRead.class,
                    read -> assertThat(read.values().get("discipline")).contains("C")));
        });
        KnownNumbers others = number -> new Known.Reserved(ALDERMOOR, "Aldermoor Civils");
        assertThat(stopped(decide("KWR-FNK-C-CA-0040", others)).sentence())
                .isEqualTo("The name carries the number KWR-FNK-C-CA-0040, which is not free for Fennick Hydraulics.");
    }

    @Test
    void aVoidedNumberIsStoppedWithTheReason() {
        assertThat(stopped(decide(NUMBER, number -> new Known.Voided("drawn twice by mistake", Optional.empty()))).sentence())
                .endsWith("will never be used: drawn twice by mistake");
    }

    @Test
    void theRuleTakesADocumentIntoTheNextSequence() {
        assertThat(effects(Identify.decide(facts(NUMBER, List.of(), Checks.USUAL, Optional.of("construction")), LEDGER)))
                .containsExactly(new IdentifyEffect.NextRevision(document(FENNICK, Optional.empty()), new RevisionCode("C01"), 2));
    }

    @Test
    void anotherFirmsNumberIsStopped() {
        StopReason reason = stopped(decide(NUMBER, number -> new Known.Document(document(ALDERMOOR, Optional.empty()))));
        assertThat(reason.code()).isEqualTo(StopReason.Code.WRONG_ORIGINATOR);
    }

    @Test
    void aRevisionOutOfSequenceIsStoppedAndSaysWhichComesNext() {
        StopReason reason = stopped(decide(NUMBER + "_P05", LEDGER));
        assertThat(reason.code()).isEqualTo(StopReason.Code.REVISION_OUT_OF_SEQUENCE);
        assertThat(reason.sentence()).isEqualTo("The name says revision P05, but after P01 of " + NUMBER + " comes P02.");
    }

    @Test
    void aSecondRevisionWhileOneIsOnItsWayIsStopped() {
        StopReason reason = stopped(decide(NUMBER, number -> new Known.Document(document(FENNICK, Optional.of("P01 is still at Review")))));
        assertThat(reason.sentence()).contains("P01 is still at Review");
    }

    @Test
    void aNameIsReadWithTheRulesPattern() {
        assertThat(effects(read("CA-C_Head_loss", "{type}-{discipline}_{title}"))).contains(new IdentifyEffect.TitleRead("Head loss"))
                .anySatisfy(e -> assertThat(e).isInstanceOfSatisfying(IdentifyEffect.FieldsRead.class, read -> {
                    assertThat(read.values().get("type")).contains("CA");
                    assertThat(read.values().get("originator")).contains("FNK");
                }));
    }

    @Test
    void aNameNoPatternReadsIsStoppedReturnedOrTakenWholeAsTheRuleSays() {
        List<Pattern> patterns = List.of(((app.pervius.core.pattern.Compiled.Sound) Pattern.compile("{type}-{title}", FIELDS)).pattern());
        Checks goOn = new Checks(Checks.Then.STOP, Checks.Then.STOP, Checks.Then.STOP, Checks.Then.STOP, Checks.Then.GO_ON,
                Checks.TitleBlock.NOT_COMPARED, Checks.SameName.NEXT_REVISION, Unreadable.NOTE);
        Checks back = new Checks(Checks.Then.STOP, Checks.Then.STOP, Checks.Then.STOP, Checks.Then.STOP, Checks.Then.RETURN,
                Checks.TitleBlock.NOT_COMPARED, Checks.SameName.NEXT_REVISION, Unreadable.NOTE);
        assertThat(stopped(Identify.decide(facts("Weir", patterns, Checks.USUAL, Optional.empty()), LEDGER)).code())
                .isEqualTo(StopReason.Code.NAME_DOES_NOT_FIT);
        assertThat(Identify.decide(facts("Weir", patterns, back, Optional.empty()), LEDGER)).isInstanceOf(Outcome.Returned.class);
        assertThat(effects(Identify.decide(facts("Weir", patterns, goOn, Optional.empty()), LEDGER)))
                .contains(new IdentifyEffect.TitleRead("Weir"));
    }

    @Test
    void whatTheRuleAsksForAndNobodySaidStopsItAndNamesTheFields() {
        IdentifyFacts asking = new IdentifyFacts(coming("Weir"), FIELDS,
                List.of("type", "serial"), new IdentifyFacts.Patterns(List.of(), NUMBERS), Checks.USUAL,
                RevisionSequences.USUAL, Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty());
        StopReason reason = stopped(Identify.decide(asking, LEDGER));
        assertThat(reason.fields()).containsExactly("serial");
        assertThat(reason.sentence()).isEqualTo("The rule asks for “Serial”, and nothing says what it is.");
    }

    private static Outcome<IdentifyEffect> withTitleBlock(String name, Checks.TitleBlock then, TitleBlock block) {
        Checks checks = new Checks(Checks.Then.STOP, Checks.Then.STOP, Checks.Then.STOP, Checks.Then.STOP, Checks.Then.STOP, then,
                Checks.SameName.NEXT_REVISION, Unreadable.NOTE);
        return Identify.decide(new IdentifyFacts(coming(name), FIELDS, List.of(),
                new IdentifyFacts.Patterns(List.of(), NUMBERS), checks, RevisionSequences.USUAL,
                Optional.empty(), Optional.empty(), Optional.of(block), Optional.empty()), LEDGER);
    }

    @Test
    void aTitleBlockThatSaysOtherwiseIsNotedStoppedOrReturnedAndOneThatAgreesIsSaidToAgree() {
        TitleBlock agrees = new TitleBlock.Text("Weir plan\nNUMBER " + NUMBER + "\nREVISION P02");
        TitleBlock differs = new TitleBlock.Text("Weir plan\nNUMBER KWR-FNK-H-DR-0077\nREVISION P01");
        assertThat(((Outcome.Passed<IdentifyEffect>) withTitleBlock(NUMBER + "_P02", Checks.TitleBlock.STOP, agrees)).account())
                .endsWith("The title block agrees.");
        assertThat(stopped(withTitleBlock(NUMBER + "_P02", Checks.TitleBlock.STOP, differs)).sentence())
                .isEqualTo("Name and title block disagree: the title block carries the number "
                + "KWR-FNK-H-DR-0077, not " + NUMBER + "; the title block says revision P01, not P02.");
        assertThat(withTitleBlock(NUMBER + "_P02", Checks.TitleBlock.RETURN, differs)).isInstanceOf(Outcome.Returned.class);
        assertThat(((Outcome.Passed<IdentifyEffect>) withTitleBlock(NUMBER + "_P02", Checks.TitleBlock.NOTE, differs)).account())
                .contains("Name and title block disagree");
        assertThat(stopped(withTitleBlock("Weir plan", Checks.TitleBlock.STOP, differs)).sentence()).contains("the name none");
        assertThat(((Outcome.Passed<IdentifyEffect>) withTitleBlock(NUMBER + "_P02", Checks.TitleBlock.STOP, new TitleBlock.NoText()))
                .account()).contains("has no text, as in a scan");
    }

    @Test
    void aTitleBlockIsReadForWholeNumbersAndForWhatLooksLikeARevision() {
        assertThat(TitleBlock.numbers("see " + NUMBER + "3 and (" + NUMBER + ")", NUMBERS, RevisionSequences.USUAL))
                .containsExactly(NUMBER);
        assertThat(TitleBlock.revisions("Rev. P02, sheet 3 of A3", RevisionSequences.USUAL)).containsExactly("P02");
        assertThat(TitleBlock.revisions("P01 first issue\nP02 gauge added", RevisionSequences.USUAL))
                .containsExactlyInAnyOrder("P01", "P02");
    }

    private static Outcome<IdentifyEffect> handedInAgain(String name, Checks.SameName then, Optional<String> onItsWay) {
        Checks checks = new Checks(Checks.Then.STOP, Checks.Then.STOP, Checks.Then.STOP, Checks.Then.STOP, Checks.Then.STOP,
                Checks.TitleBlock.NOT_COMPARED, then, Unreadable.NOTE);
        return Identify.decide(new IdentifyFacts(coming(name), FIELDS, List.of(),
                new IdentifyFacts.Patterns(List.of(), NUMBERS), checks, RevisionSequences.USUAL,
                Optional.empty(), Optional.empty(), Optional.empty(), Optional.of(document(FENNICK, onItsWay))), LEDGER);
    }

    @Test
    void aFileHandedInAgainUnderItsNameIsTheNextRevisionANewDocumentOrAskedAboutAsTheRuleSays() {
        assertThat(effects(handedInAgain("Weir plan", Checks.SameName.NEXT_REVISION, Optional.empty())))
                .containsExactly(new IdentifyEffect.NextRevision(document(FENNICK, Optional.empty()), new RevisionCode("P02"), 2));
        assertThat(effects(handedInAgain("Weir plan", Checks.SameName.NEW_DOCUMENT, Optional.empty())))
                .contains(new IdentifyEffect.TitleRead("Weir plan"));
        assertThat(stopped(handedInAgain("Weir plan", Checks.SameName.ASK, Optional.empty())).code()).isEqualTo(StopReason.Code.SAME_NAME);
        assertThat(stopped(handedInAgain("Weir plan", Checks.SameName.NEXT_REVISION, Optional.of("P01 is still at Review"))).code())
                .isEqualTo(StopReason.Code.ALREADY_ON_ITS_WAY);
        assertThat(effects(handedInAgain(NUMBER + "_P02 Weir plan", Checks.SameName.ASK, Optional.empty())))
                .as("a number in the name says it already").hasSize(1);
    }
}
