package app.pervius.core.identify;

import static app.pervius.core.KestrelWeir.ALDERMOOR;
import static app.pervius.core.KestrelWeir.FENNICK;
import static app.pervius.core.KestrelWeir.FIELDS;
import static app.pervius.core.KestrelWeir.HYDRAULIC_DRAWING;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.number.Scheme;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.StopReason;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.project.FirmId;
import app.pervius.core.register.DocumentId;
import app.pervius.core.register.KnownDocument;
import app.pervius.core.register.KnownNumbers;
import app.pervius.core.register.RevisionCode;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class IdentifyTest {

    private static final String NUMBER = "KWR-FNK-H-DR-0012";
    private static final List<Pattern> NUMBERS = List.of(Pattern.sound("{project:3}-{originator}-{discipline}-{type}-{counter:4}", Scheme.fields(FIELDS)));

    private static KnownDocument document(FirmId originator, Optional<String> onItsWay) {
        return new KnownDocument(new DocumentId(5), NUMBER, originator, "Fennick Hydraulics", Optional.of(new RevisionCode('P', 1)), 1, onItsWay);
    }

    private static final KnownNumbers LEDGER = number -> number.equals(NUMBER) ? Optional.of(document(FENNICK, Optional.empty())) : Optional.empty();

    private static Outcome<IdentifyEffect> decide(String name, KnownNumbers numbers) {
        return Identify.decide(new IdentifyFacts(name, FENNICK, "Fennick Hydraulics", HYDRAULIC_DRAWING, Optional.empty(), NUMBERS), numbers);
    }

    private static StopReason stopped(Outcome<IdentifyEffect> outcome) {
        return ((Outcome.Stopped<IdentifyEffect>) outcome).reason();
    }

    @ParameterizedTest
    @ValueSource(strings = {NUMBER, NUMBER + "_P02", "Inlet " + NUMBER + " P02", NUMBER + " rev P02 inlet", "(" + NUMBER + ")"})
    void aNameThatCarriesAKnownNumberIsThatDocumentsNextRevision(String name) {
        assertThat(((Outcome.Passed<IdentifyEffect>) decide(name, LEDGER)).effects()).containsExactly(
                new IdentifyEffect.NextRevision(document(FENNICK, Optional.empty()), new RevisionCode('P', 2), 2));
    }

    @ParameterizedTest
    @ValueSource(strings = {NUMBER + "3", "X" + NUMBER, NUMBER + "a"})
    void aNumberIsKnownOnlyAsAWhole(String name) {
        assertThat(((Outcome.Passed<IdentifyEffect>) decide(name, LEDGER)).effects()).noneMatch(e -> e instanceof IdentifyEffect.NextRevision);
    }

    @Test
    void aNumberNobodyAssignedIsStopped() {
        assertThat(stopped(decide("KWR-FNK-H-DR-0099", LEDGER)).code()).isEqualTo(StopReason.Code.UNKNOWN_NUMBER);
    }

    @Test
    void aNameThatDoesNotFitIsStoppedWithTheNameThatWould() {
        Pattern names = Pattern.sound("{type}-{discipline}_{title}", Identify.nameFields(FIELDS));
        StopReason reason = stopped(Identify.decide(new IdentifyFacts("DT-H_Inlet", FENNICK, "Fennick Hydraulics", HYDRAULIC_DRAWING,
                Optional.of(names), NUMBERS), LEDGER));
        assertThat(reason.code()).isEqualTo(StopReason.Code.NAME_DOES_NOT_FIT);
        assertThat(reason.sentence()).endsWith("found “DT-H_Inlet”. “DR-H_Inlet” would fit.");
    }

    @Test
    void anotherFirmsNumberIsStopped() {
        StopReason reason = stopped(decide(NUMBER, number -> Optional.of(document(ALDERMOOR, Optional.empty()))));
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
        StopReason reason = stopped(decide(NUMBER, number -> Optional.of(document(FENNICK, Optional.of("P01 is still at Review")))));
        assertThat(reason.sentence()).contains("P01 is still at Review");
    }

    @Test
    void aNameIsReadWithTheRulesPattern() {
        Outcome<IdentifyEffect> outcome = Identify.decide(new IdentifyFacts("CA-C_Head_loss", FENNICK, "Fennick", HYDRAULIC_DRAWING,
                Optional.of(Pattern.sound("{type}-{discipline}_{title}", FIELDS)), NUMBERS), LEDGER);
        assertThat(((Outcome.Passed<IdentifyEffect>) outcome).effects()).contains(new IdentifyEffect.TitleRead("Head loss"))
                .anySatisfy(e -> assertThat(e).isInstanceOfSatisfying(IdentifyEffect.FieldsRead.class, read -> {
                    assertThat(read.values().get("type")).contains("CA");
                    assertThat(read.values().get("originator")).contains("FNK");
                }));
    }

    @Test
    void revisionCodesAreReadStrictly() {
        assertThat(RevisionCode.read("P01")).contains(new RevisionCode('P', 1));
        assertThat(RevisionCode.read("p01")).isEmpty();
        assertThat(RevisionCode.read("P00")).isEmpty();
        assertThat(new RevisionCode('P', 99).next()).isEmpty();
    }
}
