package app.pervius.core.pattern;

import static app.pervius.core.KestrelWeir.FIELDS;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.Rounds;
import app.pervius.core.project.FieldValues;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Whatever is typed as a pattern, and whatever it is then used on, ends; a refusal is a sentence at a place in what was typed. */
class PatternFuzzTest {

    private static final List<String> PIECES = List.of("{", "}", "[", "]", "\\", "{type}", "{title:1..60}", "{serial:3}", "{*}", "{*:1..9}",
            "{counter", ":", "..", "DR", "-", "_",
            " ", "{title}", "{letters}", "é", "漢", "\uD83D\uDE00", "\0", "\n", "{type:YY}", "{serial:0}", "{serial:999}", "{nonsense}");

    private static String garbage(Random random, int most) {
        StringBuilder text = new StringBuilder();
        for (int i = random.nextInt(most) + 1; i > 0; i--) {
            text.append(PIECES.get(random.nextInt(PIECES.size())));
        }
        return text.toString();
    }

    @Test
    void garbageIsCompiledOrRefusedAtAPlaceInIt() {
        Random random = new Random(1);
        int sound = 0;
        for (int i = 0; i < Rounds.of(20_000); i++) {
            String text = garbage(random, 12);
            switch (Pattern.compile(text, FIELDS)) {
                case Compiled.Faulty(List<PatternFault> faults) -> assertThat(faults).isNotEmpty().allSatisfy(fault -> {
                    assertThat(fault.position()).isBetween(0, text.length());
                    assertThat(fault.message()).isNotBlank();
                });
                case Compiled.Sound(Pattern pattern) -> {
                    sound++;
                    use(pattern, garbage(random, 12));
                }
            }
        }
        assertThat(sound).as("some of it is sound, so that using it is tried too").isGreaterThan(Rounds.of(20_000) / 100);
    }

    private static void use(Pattern pattern, String name) {
        switch (pattern.read(name)) {
            case Reading.Fits fits -> assertThat(fits.end()).isEqualTo(name.length());
            case Reading.Misfit misfit -> {
                assertThat(misfit.position()).isBetween(0, name.length());
                assertThat(misfit.inWords()).isNotBlank();
                Optional<String> nearest = pattern.nearest(name);
                nearest.map(pattern::read).ifPresent(read -> assertThat(read).isInstanceOf(Reading.Fits.class));
            }
        }
        pattern.write(new FieldValues(Map.of("type", name, "title", name)));
        pattern.pieces();
    }

    @ParameterizedTest
    @ValueSource(strings = {"[", "{", "]", "\\", "{title}", "[{title}", "{*}"})
    void aMegabyteOfItIsRefusedForItsLength(String piece) {
        assertThat(Pattern.compile(piece.repeat(1024 * 1024 / piece.length()), FIELDS)).isEqualTo(
                new Compiled.Faulty(List.of(new PatternFault(500, "a pattern has at most 500 characters"))));
    }

    @ParameterizedTest
    @ValueSource(strings = {"[", "[a", "[{type}"})
    void deepNestingIsRefusedWhereItBegins(String piece) {
        String deep = piece.repeat(400 / piece.length());
        assertThat(Pattern.compile(deep, FIELDS)).isInstanceOfSatisfying(Compiled.Faulty.class, faulty ->
                assertThat(faulty.faults()).contains(new PatternFault(piece.length(), "an optional part may not stand inside another")));
    }

    /** Patterns that could try a hostile name in ever so many ways, on names of a megabyte. */
    @ParameterizedTest
    @ValueSource(strings = {"{title}{letters}{title}", "{*}{title}{*}{letters}", "[{title}][{letters}][{serial}]x", "{title}-{title}"})
    void hostileNamesOfAMegabyteAreReadToTheirEnd(String text) {
        if (Pattern.compile(text, FIELDS) instanceof Compiled.Sound(Pattern pattern)) {
            for (String unit : List.of("a", "a-", "1", "-")) {
                assertThat(pattern.read(unit.repeat(1024 * 1024 / unit.length()))).isInstanceOf(Reading.Misfit.class);
            }
        }
    }

    @Test
    void aPathOfGarbageIsCompiledOrRefusedAtAPlaceInIt() {
        Random random = new Random(2);
        for (int i = 0; i < 5_000; i++) {
            String text = garbage(random, 5) + "/" + garbage(random, 5);
            if (PathPattern.compile(text, FIELDS) instanceof PathPattern.CompiledPath.Faulty(List<PatternFault> faults)) {
                assertThat(faults).isNotEmpty().allSatisfy(fault -> assertThat(fault.position()).isBetween(0, text.length()));
            }
        }
        assertThat(PathPattern.compile("a/".repeat(500_000), FIELDS)).isInstanceOf(PathPattern.CompiledPath.Faulty.class);
    }
}
