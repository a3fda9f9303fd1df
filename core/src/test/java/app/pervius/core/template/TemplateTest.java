package app.pervius.core.template;

import static app.pervius.core.KestrelWeir.FIELDS;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.project.FieldValues;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

class TemplateTest {

    private static final FieldValues VALUES = new FieldValues(Map.of("package", "WP-07", "title", "Fish pass"));

    private static FolderPlan plan(String key, String name, List<Long> rules, FolderPlan... below) {
        return new FolderPlan(key, name, Optional.empty(), FolderPlan.Owner.AS_ABOVE, Map.of(), rules, List.of(below));
    }

    private static FolderTemplate template(FolderPlan root) {
        return new FolderTemplate("design", "Design", 1, root);
    }

    private static List<Planned> planned(FolderPlan root) {
        return ((Planning.Plan.Sound) Planning.plan(template(root), VALUES, FIELDS)).folders();
    }

    private static List<String> faults(FolderPlan root) {
        return ((Planning.Plan.Faulty) Planning.plan(template(root), VALUES, FIELDS)).faults();
    }

    @Test
    void foldersAreMadeFromTheTopAndNamedFromThePackage() {
        assertThat(planned(plan("root", "{package} {title}", List.of(), plan("a", "Drawings", List.of(), plan("b", "Old", List.of())),
                plan("c", "Letters", List.of()))))
                .extracting(p -> p.above().orElse("-") + " < " + p.name())
                .containsExactly("- < WP-07 Fish pass", "root < Drawings", "a < Old", "root < Letters");
    }

    @Test
    void allFaultsAreSaid() {
        assertThat(faults(plan("root", "{package}", List.of(), plan("a", "{discipline}", List.of()), plan("b", "{nonsense}", List.of()))))
                .containsExactly(
                "“{discipline}” needs “Discipline”, and nothing says what it is.", "“{nonsense}” is no sound pattern.");
        assertThat(faults(plan("root", "{package}", List.of(), plan("a", "X", List.of()), plan("b", "x", List.of()))))
                .containsExactly("“X” and “x” would both be called “x”.");
    }

    @Test
    void aValueThatIsNoNameOfAFolderMakesNone() {
        assertThat(Planning.plan(template(plan("root", "{title}", List.of())), new FieldValues(Map.of("title", "..")), FIELDS))
                .isEqualTo(new Planning.Plan.Faulty(List.of("“{title}” gives “..”: The file has no name.")));
    }

    @Test
    void aTemplateHasAGreatestSize() {
        FolderPlan deep = plan("leaf", "x", List.of());
        for (int i = 0; i < Planning.DEEPEST; i++) {
            deep = plan("d" + i, "x", List.of(), deep);
        }
        assertThat(Planning.faults(template(deep), FIELDS)).singleElement().asString().contains("12 deep");
    }

    @Test
    void nothingChangesWhereTheTemplateIsAsItWas() {
        List<Planned> now = planned(plan("root", "{package}", List.of(3L)));
        assertThat(RollOut.changes(now, Map.of("root", new RollOut.Made(5, "WP-07", "WP-07", Set.of(3L))))).isEmpty();
    }

    @Test
    void aFolderPeopleRenamedKeepsTheirName() {
        List<Planned> now = planned(plan("root", "New {package}", List.of()));
        assertThat(RollOut.changes(now, Map.of("root", new RollOut.Made(5, "Ours", "WP-07", Set.of())))).isEmpty();
        assertThat(RollOut.changes(now, Map.of("root", new RollOut.Made(5, "WP-07", "WP-07", Set.of()))))
                .containsExactly(new RollOut.Change.Rename("root", 5, "WP-07", "New WP-07"));
    }

    @Test
    void whatIsNewIsMadeAndWhatIsGoneStays() {
        FolderPlan in = plan("in", "In", List.of(7L));
        List<Planned> now = planned(plan("root", "{package}", List.of(), in));
        assertThat(RollOut.changes(now, Map.of("root", new RollOut.Made(5, "WP-07", "WP-07", Set.of()), "old",
                new RollOut.Made(6, "Old", "Old", Set.of()))))
                .containsExactly(new RollOut.Change.Make(now.getLast()), new RollOut.Change.Stand("in", "In", 7),
                        new RollOut.Change.Stays(6, "Old"));
    }

    @Test
    void aTemplateAsLargeAsItMayBeIsSound() {
        FolderPlan deep = plan("leaf", "x", List.of());
        for (int i = 2; i < Planning.DEEPEST; i++) {
            deep = plan("d" + i, "x", List.of(), deep);
        }
        FolderPlan deepest = plan("top", "x", List.of(), deep);
        assertThat(Planning.faults(template(deepest), FIELDS)).isEmpty();
        assertThat(planned(deepest)).hasSize(Planning.DEEPEST);
        FolderPlan deeper = plan("over", "x", List.of(), deepest);
        assertThat(Planning.faults(template(deeper), FIELDS)).hasSize(1);
        assertThat(faults(deeper)).singleElement().asString().contains("12 deep");
        assertThat(Planning.faults(template(wide(Planning.MOST - 1)), FIELDS)).isEmpty();
        assertThat(planned(wide(Planning.MOST - 1))).hasSize(Planning.MOST);
        assertThat(Planning.faults(template(wide(Planning.MOST)), FIELDS)).isNotEmpty();
        assertThat(faults(wide(Planning.MOST))).isNotEmpty();
    }

    private static FolderPlan wide(int below) {
        return plan("root", "x", List.of(), java.util.stream.IntStream.range(0, below).mapToObj(i -> plan("f" + i, "f" + i, List.of()))
                .toArray(FolderPlan[]::new));
    }

    @Test
    void whatIsWrongWithATemplateWhateverTheValuesIsSaid() {
        FolderPlan twice = plan("root", "{package", List.of(), plan("root", "x", List.of()));
        assertThat(Planning.faults(new FolderTemplate("design", " ", 1, twice), FIELDS)).satisfiesExactly(
                name -> assertThat(name).isEqualTo("The template needs a name."),
                pattern -> assertThat(pattern).startsWith("“{package”, at character "),
                key -> assertThat(key).isEqualTo("Two folders of the template have the key “root”."));
        FolderPlan valued = new FolderPlan("root", "x", Optional.empty(), FolderPlan.Owner.AS_ABOVE,
                Map.of("discipline", "nothing known"), List.of(), List.of());
        assertThat(Planning.faults(template(valued), FIELDS)).containsExactly("“x”: “nothing known” is no value of “Discipline”.");
    }
}
