package app.pervius.core.pattern;

import static app.pervius.core.KestrelWeir.FIELDS;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.project.Code;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PatternTest {

    private static Pattern pattern(String text) {
        return Pattern.sound(text, FIELDS);
    }

    @Test
    void readsANameApart() {
        assertThat(pattern("{type}-{discipline}_{title}").read("DR-H_Inlet screen"))
                .isEqualTo(new Reading.Fits(new FieldValues(Map.of("type", "DR", "discipline", "H", "title", "Inlet screen")), 17));
    }

    @Test
    void takesTheLongestCodeThatFits() {
        assertThat(pattern("{originator}{serial}").read("FNKX12"))
                .isEqualTo(new Reading.Fits(new FieldValues(Map.of("originator", "FNKX", "serial", "12")), 6));
    }

    @Test
    void readsTheSameNameWithAndWithoutItsOptionalPart() {
        assertThat(pattern("{type}[_{title}]").read("CA")).isInstanceOf(Reading.Fits.class);
        assertThat(pattern("{type}[_{title}]").read("CA_Head loss")).isInstanceOf(Reading.Fits.class);
    }

    @Test
    void saysWhereANameDoesNotFitAndWhatIsExpectedThere() {
        Reading.Misfit misfit = (Reading.Misfit) pattern("{type}-{discipline}_{title}").read("DR-X_Inlet");
        assertThat(misfit.position()).isEqualTo(3);
        assertThat(misfit.inWords()).isEqualTo("at character 4 expected a code of “Discipline” (H, C), found “X_Inlet”");
    }

    @Test
    void saysThatANameEndsTooEarly() {
        assertThat(((Reading.Misfit) pattern("{type}-{serial:4}").read("DR-")).inWords())
                .isEqualTo("at character 4 expected digits (Serial), found the end");
    }

    @Test
    void aFieldNamedTwiceMustBeTheSameBothTimes() {
        assertThat(pattern("{type}/{type}").read("DR/DR")).isInstanceOf(Reading.Fits.class);
        assertThat(pattern("{type}/{type}").read("DR/CA")).isInstanceOf(Reading.Misfit.class);
    }

    @Test
    void readsOverWhatIsToBeSkipped() {
        assertThat(pattern("{type}{*}{serial:3}").read("DR anything at all 042"))
                .isEqualTo(new Reading.Fits(new FieldValues(Map.of("type", "DR", "serial", "042")), 22));
    }

    @Test
    void writesDigitsFilledUpWithZeros() {
        assertThat(pattern("{type}-{serial:4}").write(new FieldValues(Map.of("type", "DR", "serial", "7")))).isEqualTo(new Writing.Written("DR-0007"));
    }

    @Test
    void namesEveryFieldThatHasNoValue() {
        assertThat(pattern("{type}-{discipline}-{serial:4}").write(new FieldValues(Map.of("discipline", "H"))))
                .isEqualTo(new Writing.Missing(List.of("type", "serial")));
    }

    @Test
    void refusesToWriteWhatIsWiderThanItsPlace() {
        assertThat(pattern("{serial:4}").write(new FieldValues(Map.of("serial", "12345"))))
                .isEqualTo(new Writing.Unfit("serial", "12345", "exactly 4 characters"));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
        "{typ}|0|the project has no field “typ”", "DR-{type|3|the “{” opened here is never closed", "[DR|0|the “[” opened here is never closed",
        "DR}|2|a “}” that closes nothing; write \\} to mean the character itself", "{serial:0}|0|a width is at least 1, and the second number not below the first",
        "[a[b]]|2|an optional part may not stand inside another", "x\\|1|a “\\” at the end takes no character literally"})
    void saysAtWhichPlaceAPatternIsFaulty(String text, int position, String message) {
        assertThat(((Compiled.Faulty) Pattern.compile(text, FIELDS)).faults()).contains(new PatternFault(position, message));
    }

    @Test
    void givesAllFaultsNotTheFirst() {
        assertThat(((Compiled.Faulty) Pattern.compile("{a}-{b}-{c}", FIELDS)).faults()).hasSize(3);
    }

    /** What is written with a pattern is read back as the same values, over generated patterns and values. */
    @Test
    void readAfterWriteGivesTheSameValues() {
        Random random = new Random(20260514);
        for (int round = 0; round < 3000; round++) {
            List<Field> fields = new ArrayList<>();
            Map<String, String> values = new LinkedHashMap<>();
            StringBuilder text = new StringBuilder();
            int parts = 1 + random.nextInt(5);
            for (int i = 0; i < parts; i++) {
                String key = "f" + i;
                text.append(i == 0 ? "" : "-").append('{').append(key).append('}');
                switch (random.nextInt(3)) {
                    case 0 -> {
                        fields.add(new Field(key, key, new FieldKind.Digits(), 6));
                        values.put(key, String.valueOf(random.nextInt(1_000_000)));
                    }
                    case 1 -> {
                        fields.add(new Field(key, key, new FieldKind.CodeList(List.of(new Code("A", "a"), new Code("AB", "ab"), new Code("B", "b"))), 2));
                        values.put(key, List.of("A", "AB", "B").get(random.nextInt(3)));
                    }
                    default -> {
                        fields.add(new Field(key, key, new FieldKind.Letters(), 8));
                        values.put(key, "Łódź".substring(0, 1 + random.nextInt(4)));
                    }
                }
            }
            Pattern pattern = Pattern.sound(text.toString(), new Fields(fields));
            Writing written = pattern.write(new FieldValues(values));
            assertThat(written).isInstanceOf(Writing.Written.class);
            String name = ((Writing.Written) written).text();
            assertThat(pattern.read(name)).as("%s read with %s", name, pattern).isEqualTo(new Reading.Fits(new FieldValues(values), name.length()));
        }
    }

    /** A hostile name costs no more than a long one: the number of places tried is bounded, so this ends. */
    @Test
    void aNameMadeToBeReadInManyWaysEnds() {
        Fields wide = new Fields(List.of(new Field("a", "a", new FieldKind.Text(), 200), new Field("b", "b", new FieldKind.Text(), 200),
                new Field("c", "c", new FieldKind.Text(), 200), new Field("d", "d", new FieldKind.Text(), 200)));
        assertThat(Pattern.sound("{a}-{b}-{c}-{d}!", wide).read("-".repeat(250))).isInstanceOf(Reading.Misfit.class);
    }

    @Test
    void garbageIsRefusedWithASentenceNeverWithAFailure() {
        Random random = new Random(7);
        String alphabet = "{}[]\\:.*-_aZ0é 12";
        for (int round = 0; round < 20_000; round++) {
            StringBuilder garbage = new StringBuilder();
            for (int i = random.nextInt(30); i >= 0; i--) {
                garbage.append(alphabet.charAt(random.nextInt(alphabet.length())));
            }
            if (Pattern.compile(garbage.toString(), FIELDS) instanceof Compiled.Faulty(List<PatternFault> faults)) {
                assertThat(faults).isNotEmpty().allSatisfy(f -> assertThat(f.position()).isBetween(0, garbage.length()));
            }
        }
        assertThat(Pattern.compile("x".repeat(1_000_000), FIELDS)).isInstanceOf(Compiled.Faulty.class);
    }
}
