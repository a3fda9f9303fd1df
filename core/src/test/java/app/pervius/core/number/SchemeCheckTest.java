package app.pervius.core.number;

import static app.pervius.core.KestrelWeir.FIELDS;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class SchemeCheckTest {

    private static List<String> faults(String pattern, List<String> countsPer, boolean yearly, List<Source> sources) {
        return SchemeCheck.faults(new Scheme("s", "A scheme", 1, Scheme.Of.DOCUMENTS, pattern, countsPer, yearly, 1, 1, sources), FIELDS)
                .stream()
                .map(SchemeCheck.Fault::sentence).toList();
    }

    @Test
    void aSchemeThatTellsItsCountersApartIsSound() {
        assertThat(faults("{project:3}-{discipline}-{type}-{counter:4}", List.of("discipline", "type"), false, List.of())).isEmpty();
        assertThat(faults("CH-{today:YY}-{counter:4}", List.of(), true, List.of())).isEmpty();
    }

    @Test
    void twoCountersThatWouldWriteOneNumberAreFound() {
        assertThat(faults("{project:3}-{type}-{counter:4}", List.of("discipline", "type"), false, List.of())).containsExactly(
                "It counts per “Discipline”, but that does not stand in every number: two counters would write the same one.");
        assertThat(faults("{project:3}[-{discipline}]-{counter:4}", List.of("discipline"), false, List.of())).hasSize(1);
        assertThat(faults("{project:3}-{counter:4}", List.of(), true, List.of())).singleElement().asString()
                .startsWith("Its counters start again each year");
        assertThat(faults("{project:3}-{today:MM}-{counter:4}", List.of(), true, List.of())).hasSize(1);
    }

    @Test
    void aNumberThatWouldAlwaysBeTheSameIsFound() {
        assertThat(faults("{project:3}-{type}", List.of(), false, List.of())).singleElement().asString().startsWith("It needs {counter:4}");
        assertThat(faults("{project:3}[-{counter:4}]", List.of(), false, List.of())).singleElement().asString()
                .startsWith("It needs {counter:4}");
    }

    @Test
    void aNumberThatCannotBeReadApartIsFound() {
        assertThat(faults("{serial}{counter:1..4}", List.of(), false, List.of())).singleElement().asString()
                .startsWith("Numbers of this scheme could not be read apart again");
    }

    @Test
    void aSourceMustStandInEveryNumberUnderANameOfItsOwn() {
        assertThat(faults("{counter:4}", List.of(), false, List.of(new Source.FromList("plate", "Plate", "plates")))).singleElement()
                .asString()
                .startsWith("“Plate” does not stand in every number");
        assertThat(faults("{type}-{counter:4}", List.of(), false, List.of(new Source.FromList("type", "Type", "types")))).singleElement()
                .asString()
                .isEqualTo("“type” is called so already by something else.");
    }

    @Test
    void aNumberCannotHaveASlashSinceItStandsInNamesOfFiles() {
        assertThat(faults("CH/{counter:4}", List.of(), false, List.of())).singleElement().asString()
                .startsWith("A number stands in names of files");
    }

    @Test
    void startAndStepHaveLimits() {
        assertThat(SchemeCheck.faults(new Scheme("s", " ", 1, Scheme.Of.DOCUMENTS, "{counter:4}", List.of(), false, -1, 0, List.of()),
                FIELDS))
                .extracting(SchemeCheck.Fault::place).containsExactly("name", "start", "step");
    }

    @Test
    void aFaultyPatternSaysWhere() {
        assertThat(SchemeCheck.faults(Scheme.ofDocuments("s", "S", "{type}-{nonsense}", List.of()), FIELDS))
                .containsExactly(new SchemeCheck.Fault("pattern", 7, "At character 8: the project has no field “nonsense”."));
    }

    @Test
    void startAndStepMayBeAsLargeAsTheirLimits() {
        assertThat(started(0, 1)).isEmpty();
        assertThat(started(999_999_999, 10_000)).isEmpty();
        assertThat(started(1_000_000_000, 1)).containsExactly("start");
        assertThat(started(1, 10_001)).containsExactly("step");
    }

    private static List<String> started(long start, long step) {
        return SchemeCheck.faults(new Scheme("s", "S", 1, Scheme.Of.DOCUMENTS, "{counter:4}", List.of(), false, start, step, List.of()),
                FIELDS).stream().map(SchemeCheck.Fault::place).toList();
    }

    @Test
    void whatCannotBeWrittenOrIsNotThereIsFound() {
        assertThat(faults("{type}-{*}-{counter:4}", List.of(), false, List.of())).isNotEmpty();
        assertThat(faults("A\\\\{counter:4}", List.of(), false, List.of())).singleElement().asString().startsWith("A number stands in");
        assertThat(faults("{counter:4}", List.of("colour"), false, List.of())).containsExactly("The project has no field “colour”.");
        assertThat(faults("{plate}", List.of(), false, List.of(new Source.FromList("plate", "Plate", "plates")))).isEmpty();
        assertThat(faults("[{plate}]", List.of(), false, List.of(new Source.FromList("plate", "Plate", "plates")))).hasSize(2);
        assertThat(faults("{plate}", List.of(), false, List.of(new Source.Asked("plate", " ", "register"))))
                .containsExactly("“plate” needs a name for people.");
    }

    @Test
    void aNumberIsTakenApartByTheSchemeThatBuiltIt() {
        Scheme scheme = Scheme.ofDocuments("documents", "Documents", "{discipline}-{counter:4}", List.of("discipline"));
        Scheme.Apart apart = scheme.apart("H-0042", FIELDS).orElseThrow();
        assertThat(apart.counter()).isEqualTo(new CounterKey("documents", "H"));
        assertThat(apart.value()).isEqualTo(42);
        assertThat(scheme.apart("H-42", FIELDS)).isEmpty();
        assertThat(scheme.counts()).isTrue();
        Scheme listed = new Scheme("plates", "Plates", 1, Scheme.Of.DOCUMENTS, "{plate}", List.of(), false, 1, 1,
                List.of(new Source.FromList("plate", "Plate", "plates")));
        assertThat(listed.counts()).isFalse();
        assertThat(listed.apart("7", FIELDS)).isEmpty();
        assertThat(listed.fields(FIELDS).label("plate")).isEqualTo("Plate");
        assertThat(scheme.withEdition(4)).isEqualTo(new Scheme("documents", "Documents", 4, Scheme.Of.DOCUMENTS,
                "{discipline}-{counter:4}", List.of("discipline"), false, 1, 1, List.of()));
    }

    @Test
    void aNumberOfASchemeThatBeginsAnewEachYearSaysItsYear() {
        Scheme yearly = new Scheme("changes", "Changes", 1, Scheme.Of.CHANGES, "CH-{today:YY}-{counter:3}", List.of(), true, 1, 1,
                List.of());
        assertThat(yearly.apart("CH-26-017", FIELDS).orElseThrow().counter()).isEqualTo(new CounterKey("changes", "2026"));
        assertThat(yearly.apart("CH-98-017", FIELDS).orElseThrow().counter()).isEqualTo(new CounterKey("changes", "2098"));
    }
}
