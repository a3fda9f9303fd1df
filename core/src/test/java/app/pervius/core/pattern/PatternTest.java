package app.pervius.core.pattern;

import static app.pervius.core.KestrelWeir.FIELDS;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.Rounds;
import app.pervius.core.project.Code;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PatternTest {

    private static final Fields DATED = FIELDS.with(List.of(new Field("issued", "Issued", new FieldKind.Date(), 10)));

    private static Pattern pattern(String text) {
        return Pattern.sound(text, FIELDS);
    }

    @Test
    void whatLedNowhereWithOneValueOfARepeatedFieldMayLeadOnWithAnother() {
        assertThat(pattern("{*}{serial}-{serial}").read("12-12")).isInstanceOfSatisfying(Reading.Fits.class,
                fits -> assertThat(fits.values().get("serial")).contains("12"));
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
                .isEqualTo("at character 4 expected 4 digits (Serial), found the end");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
        "{type}-{discipline}_{title}|DT-H_Inlet|DR-H_Inlet", "{type}-{discipline}_{title}|dr-h_Inlet|DR-H_Inlet",
        "{type}-{discipline}_{title}|DR_H_Inlet|DR-H_Inlet", "{type}-{serial:4}|DR-7|DR-0007", "{type}-{serial:4}|DR 0007|DR-0007",
        "{type}-{serial:4}|CALC-0007|CA-0007", "{type}-{discipline}_{title}|DR-HX_Inlet|DR-H_Inlet", "{type}-{serial:4}|DR-0007|DR-0007"})
    void givesTheNameThatWouldFit(String text, String name, String nearest) {
        assertThat(pattern(text).nearest(name)).contains(nearest);
    }

    @Test
    void givesNoNameWhereNoneIsNear() {
        assertThat(pattern("{type}-{serial:4}").nearest("Quarterly report")).isEmpty();
        assertThat(pattern("{type}-{discipline}_{title}").nearest("DR-X_Inlet")).as("one code is no nearer than another").isEmpty();
        assertThat(pattern("{type}-{serial:4}").nearest("x".repeat(100_000))).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {"{issued}|2026-05-14", "{issued:YYMMDD}|260514", "{issued:DD.MM.YYYY}|14.05.2026",
            "{issued:YYYY_MM DD}|2026_05 14"})
    void readsAndWritesADateInItsForm(String form, String written) {
        Pattern pattern = Pattern.sound("{type}-" + form, DATED);
        FieldValues values = new FieldValues(Map.of("type", "DR", "issued", "2026-05-14"));
        assertThat(pattern.write(values)).isEqualTo(new Writing.Written("DR-" + written));
        assertThat(pattern.read("DR-" + written)).isEqualTo(new Reading.Fits(values, 3 + written.length()));
    }

    @Test
    void aDayThatIsInNoCalendarIsNotRead() {
        Pattern pattern = Pattern.sound("{issued:YYMMDD}", DATED);
        assertThat(((Reading.Misfit) pattern.read("260231")).inWords())
                .isEqualTo("at character 1 expected a date as YYMMDD (Issued), found “260231”");
        assertThat(pattern.read("240229")).isInstanceOf(Reading.Fits.class);
        assertThat(pattern.write(new FieldValues(Map.of("issued", "14 May")))).isInstanceOf(Writing.Unfit.class);
        assertThat(pattern.write(new FieldValues(Map.of("issued", "1999-05-14"))))
                .isEqualTo(new Writing.Unfit("issued", "1999-05-14", "a date of the years 2000 to 2099"));
    }

    @Test
    void partOfADateIsWrittenAndReadOver() {
        Pattern pattern = Pattern.sound("{type}-{issued:YY}", DATED);
        assertThat(pattern.write(new FieldValues(Map.of("type", "DR", "issued", "2026-05-14")))).isEqualTo(new Writing.Written("DR-26"));
        assertThat(pattern.read("DR-26")).isEqualTo(new Reading.Fits(new FieldValues(Map.of("type", "DR")), 5));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {"{issued:4}|0", "x{issued:YYYYY}|1", "{issued:MMDDMM}|0", "{issued:YYhMM}|0", "{type:YYMMDD}|0",
            "{*:YYMMDD}|0"})
    void aWrongFormOfADateIsAFault(String text, int position) {
        assertThat(((Compiled.Faulty) Pattern.compile(text, DATED)).faults()).singleElement()
                .satisfies(f -> assertThat(f.position()).isEqualTo(position));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {"{title}-{project}", "{originator}{letters}", "{title}[_{serial}]", "{serial}{serial2}",
            "{*}{serial}", "[{type}]{letters}"})
    void aPatternThatCanReadOneNameInTwoWaysIsFoundWithSuchAName(String text) {
        Ambiguity found = Pattern.sound(text, FIELDS.with(List.of(new Field("serial2", "Serial 2", new FieldKind.Digits(), 6)))).ambiguity()
                .orElseThrow();
        assertThat(found.taken()).isNotEqualTo(found.other());
        Pattern pattern = Pattern.sound(text, FIELDS.with(List.of(new Field("serial2", "Serial 2", new FieldKind.Digits(), 6))));
        assertThat(pattern.read(found.example())).isEqualTo(new Reading.Fits(found.taken(), found.example().length()));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {"{project}-{originator}-{discipline}-{type}-{serial:4}", "{type}-{discipline}_{title}",
            "{type}[_{title}]",
        "{serial:2}{serial2:3}", "{*:3}{serial:4}", "{letters}{serial}", "{issued:YYYYMMDD}{serial}", "{type}{*}", "{title}.{title}"})
    void aPatternThatReadsEveryNameInOneWayIsLeftAlone(String text) {
        assertThat(Pattern.sound(text, DATED.with(List.of(new Field("serial2", "Serial 2", new FieldKind.Digits(), 6),
                new Field("project", "Project", new FieldKind.CodeList(List.of(new Code("KWR", "Kestrel Weir"))), 3)))).ambiguity())
                .isEmpty();
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
        assertThat(pattern("{type}-{serial:4}").write(new FieldValues(Map.of("type", "DR", "serial", "7"))))
                .isEqualTo(new Writing.Written("DR-0007"));
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
        "{typ}|0|the project has no field “typ”", "DR-{type|3|the “{” opened here is never closed",
                "[DR|0|the “[” opened here is never closed",
        "DR}|2|a “}” that closes nothing; write \\} to mean the character itself",
        "{serial:0}|0|a width is at least 1, and the second number not below the first",
        "[a[b]]|2|an optional part may not stand inside another", "x\\|1|a “\\” at the end takes no character literally"})
    void saysAtWhichPlaceAPatternIsFaulty(String text, int position, String message) {
        assertThat(((Compiled.Faulty) Pattern.compile(text, FIELDS)).faults()).contains(new PatternFault(position, message));
    }

    @Test
    void givesAllFaultsNotTheFirst() {
        assertThat(((Compiled.Faulty) Pattern.compile("{a}-{b}-{c}", FIELDS)).faults()).hasSize(3);
    }

    /**
     * What is written with a pattern that reads every name in one way is read back as the same values; over generated patterns and values.
     */
    @Test
    void readAfterWriteGivesTheSameValues() {
        Random random = new Random(20260514);
        int readBack = 0;
        for (int round = 0; round < Rounds.of(3000); round++) {
            Generated made = Generated.by(random);
            Pattern pattern = Pattern.sound(made.text(), made.fields());
            if (pattern.ambiguity().isPresent()) {
                continue;
            }
            Writing written = pattern.write(made.values());
            assertThat(written).as("%s with %s", made.text(), made.values()).isInstanceOf(Writing.Written.class);
            String name = ((Writing.Written) written).text();
            assertThat(pattern.read(name)).as("%s read with %s", name, pattern).isEqualTo(new Reading.Fits(made.values(), name.length()));
            readBack++;
        }
        assertThat(readBack).isGreaterThan(Rounds.of(3000) / 3);
    }

    /** Where a name is written by a pattern and read back otherwise, the pattern was found to read it in two ways. */
    @Test
    void whatIsReadBackOtherwiseWasFoundToBeAmbiguous() {
        Random random = new Random(20261125);
        int otherwise = 0;
        for (int round = 0; round < Rounds.of(3000); round++) {
            Generated made = Generated.by(random);
            Pattern pattern = Pattern.sound(made.text(), made.fields());
            if (pattern.write(made.values()) instanceof Writing.Written(String name)
                    && pattern.read(name) instanceof Reading.Fits fits && !fits.values().equals(made.values())) {
                otherwise++;
                assertThat(pattern.ambiguity()).as("%s wrote %s of %s and read %s", made.text(), name, made.values(), fits.values())
                        .isPresent();
            }
        }
        assertThat(otherwise).isGreaterThanOrEqualTo(Rounds.of(3000) / 150);
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
        for (int round = 0; round < Rounds.of(20_000); round++) {
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

    @Test
    void aSoundPatternIsCompiledOnceOverTheSameFields() {
        assertThat(Pattern.sound("{type}-{serial:4}", FIELDS)).isSameAs(Pattern.sound("{type}-{serial:4}", FIELDS));
        assertThat(Pattern.sound("{type}", FIELDS)).isNotSameAs(Pattern.sound("{type}", FIELDS.with(List.of())));
    }

    @Test
    void aFieldThatAlwaysSaysTheSameMakesNoPatternAmbiguous() {
        List<Field> two = List.of(new Field("project", "Project", new FieldKind.Text(), 10),
                new Field("title", "Title", new FieldKind.Text(), 60));
        Pattern anything = Pattern.sound("{project}-{title}", new Fields(two));
        Pattern always = Pattern.sound("{project}-{title}", new Fields(two, java.util.Map.of("project", "KWR")));
        assertThat(anything.ambiguity()).isPresent();
        assertThat(always.ambiguity()).isEmpty();
        assertThat(always.read("ABC-weir")).as("another project's names are read all the same, so that they can be refused")
                .isInstanceOf(Reading.Fits.class);
    }
}
