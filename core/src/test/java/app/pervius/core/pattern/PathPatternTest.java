package app.pervius.core.pattern;

import static app.pervius.core.KestrelWeir.FIELDS;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.project.FieldValues;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

class PathPatternTest {

    private static PathPattern sound(String text) {
        return ((PathPattern.CompiledPath.Sound) PathPattern.compile(text, FIELDS)).path();
    }

    @Test
    void eachPartBetweenSlashesIsAFolder() {
        assertThat(sound("{discipline}/{type} sheets/{title}").write(new FieldValues(Map.of("discipline", "H", "type", "DR", "title",
                "Inlet"))))
                .isEqualTo(new PathPattern.Path.Names(List.of("H", "DR sheets", "Inlet")));
        assertThat(sound("").write(FieldValues.NONE)).isEqualTo(new PathPattern.Path.Names(List.of()));
    }

    @Test
    void aFaultSaysWhereInTheWholePathItIs() {
        assertThat(PathPattern.compile("{discipline}/{nonsense}", FIELDS)).isEqualTo(new PathPattern.CompiledPath.Faulty(
                List.of(new PatternFault(13, "the project has no field “nonsense”"))));
        assertThat(PathPattern.compile("{discipline}//{type}", FIELDS)).isEqualTo(new PathPattern.CompiledPath.Faulty(
                List.of(new PatternFault(13, "a folder without a name stands between two slashes"))));
    }

    @Test
    void aMissingValueMakesNoFolder() {
        assertThat(sound("A/{title}").write(FieldValues.NONE)).isEqualTo(
                new PathPattern.Path.None("“{title}” needs “Title”, and nothing says what it is."));
    }

    @Test
    void aNameHasNoSlashesAndSaysWhyThereIsNone() {
        Pattern pattern = ((Compiled.Sound) Pattern.compile("{title}_{discipline}", FIELDS)).pattern();
        assertThat(PathPattern.name(pattern, FIELDS, new FieldValues(Map.of("title", " Inlet", "discipline", "H"))))
                .isEqualTo(new PathPattern.Path.Names(List.of("Inlet_H")));
        assertThat(PathPattern.name(pattern, FIELDS, new FieldValues(Map.of("title", "../Inlet", "discipline", "H"))))
                .isInstanceOf(PathPattern.Path.None.class);
        Pattern slash = ((Compiled.Sound) Pattern.compile("A/{title}", FIELDS)).pattern();
        assertThat(PathPattern.name(slash, FIELDS, new FieldValues(Map.of("title", "Inlet"))))
                .isEqualTo(new PathPattern.Path.None("“A/{title}” gives “A/Inlet”, which is no name."));
        assertThat(PathPattern.name(pattern, FIELDS, new FieldValues(Map.of("title", "Inlet"))))
                .isEqualTo(new PathPattern.Path.None("“{title}_{discipline}” needs “Discipline”, and nothing says what it is."));
        assertThat(PathPattern.name(pattern, FIELDS, new FieldValues(Map.of("title", "Inlet", "discipline", "X"))))
                .isInstanceOfSatisfying(PathPattern.Path.None.class, none -> assertThat(none.reason()).startsWith("“Discipline” is “X”; "));
    }

    /** Whatever a value holds, there are as many folders as there are parts between slashes, and none of them leads up. */
    @Test
    void noValueCanMakeAnotherFolder() {
        Random random = new Random(5);
        String signs = "ab./\\ \t\n\0:…";
        for (int i = 0; i < 5000; i++) {
            StringBuilder title = new StringBuilder();
            for (int k = random.nextInt(6); k >= 0; k--) {
                title.append(signs.charAt(random.nextInt(signs.length())));
            }
            if (sound("A/{title}/B").write(new FieldValues(Map.of("title", title.toString()))) instanceof PathPattern.Path.Names(
                    List<String> names)) {
                assertThat(names).hasSize(3).noneMatch(n -> n.isBlank() || n.equals("..") || n.equals(".") || n.contains("/")
                        || n.contains("\\"));
            }
        }
    }
}
