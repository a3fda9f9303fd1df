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
}
