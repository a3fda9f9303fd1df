package app.pervius.core.kind;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.pervius.core.KestrelWeir;
import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.arrive.FileFormat;
import app.pervius.core.issue.IssuePlan;
import app.pervius.core.issue.Target;
import app.pervius.core.issue.Targets;
import app.pervius.core.number.Source;
import app.pervius.core.number.Sources;
import app.pervius.core.project.FirmId;
import app.pervius.core.project.FolderId;
import app.pervius.core.project.PersonId;
import app.pervius.core.project.RoleId;
import app.pervius.core.rules.Condition;
import app.pervius.core.rules.Conditions;
import app.pervius.core.rules.Parties;
import app.pervius.core.tell.Audience;
import app.pervius.core.tell.Audiences;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Every kind gives its parts, is made of them again, and says itself in words. */
class KindsTest {

    private static final Names NAMES = new Names() {
        @Override
        public Optional<String> of(Thing thing, long id) {
            return id == 404 ? Optional.empty() : Optional.of(thing.name().charAt(0) + thing.name().substring(1).toLowerCase() + " " + id);
        }

        @Override
        public String field(String key) {
            return "the " + key;
        }
    };

    /** The thing is made of its parts again, is found by both of its keys, and reads like this. */
    private static <T> void holds(Kinds<T> kinds, T thing, String key, String inFile, String phrase) {
        Kind<T> kind = kinds.of(thing);
        assertThat(kind.make().apply(kinds.take(thing))).isEqualTo(thing);
        assertThat(kind.key()).isEqualTo(key);
        assertThat(kinds.byKey(key)).contains(kind);
        assertThat(kinds.byFileKey(inFile)).contains(kind);
        assertThat(kinds.byKey("something else")).isEmpty();
        assertThat(kinds.byFileKey("something-else")).isEmpty();
        assertThat(kinds.phrase(thing, NAMES)).isEqualTo(phrase);
    }

    private static void condition(Condition condition, String key, String inFile, String phrase) {
        holds(Conditions.KINDS, condition, key, inFile, phrase);
    }

    @Test
    void conditions() {
        condition(new Condition.HasFormat(Set.of(FileFormat.PDF, FileFormat.CAD)), "FORMAT", "format", "PDF or CAD drawing files");
        condition(new Condition.Named("{type}-{serial}"), "NAME", "name", "names like “{type}-{serial}”");
        condition(new Condition.FieldIs("discipline", Set.of("H", "C")), "FIELD", "field", "what has “the discipline” C or H");
        condition(new Condition.From(parties(List.of(2L, 1L), List.of(3L), List.of(4L))), "AUTHOR", "author",
                "what comes from Firm 1 or Firm 2 or Person 3 or Role 4");
        condition(new Condition.From(parties(List.of(), List.of(), List.of())), "AUTHOR", "author", "what comes from nobody");
        condition(new Condition.HandedInBy(parties(List.of(), List.of(404L), List.of())), "UPLOADER", "uploader",
                "what is handed in by the people it names");
        condition(new Condition.Came(Set.of(ArrivalEvent.NEW_FILE)), "EVENT", "came", "what is " + ArrivalEvent.NEW_FILE.label());
        Condition small = new Condition.Sized(0, 1_500);
        condition(small, "SIZE", "bytes", "files of at most 1.5 kB");
        condition(new Condition.Sized(2_000_000, Long.MAX_VALUE), "SIZE", "bytes", "files of at least 2 MB");
        condition(new Condition.Sized(999, 3_000_000_000_000L), "SIZE", "bytes", "files of 999 bytes to 3000 GB");
        Condition pdf = new Condition.HasFormat(Set.of(FileFormat.PDF));
        condition(new Condition.All(List.of(pdf, small)), "ALL", "all", "(PDF files and files of at most 1.5 kB)");
        condition(new Condition.Any(List.of(pdf, small)), "ANY", "any", "PDF files, or files of at most 1.5 kB");
        condition(new Condition.None(List.of(pdf, small)), "NONE", "none", "nothing of: PDF files, files of at most 1.5 kB");
        condition(new Condition.All(List.of()), "ALL", "all", "anything");
    }

    private static Parties parties(List<Long> firms, List<Long> people, List<Long> roles) {
        return new Parties(Set.copyOf(firms.stream().map(FirmId::new).toList()), Set.copyOf(people.stream().map(PersonId::new).toList()),
                Set.copyOf(roles.stream().map(RoleId::new).toList()));
    }

    @Test
    void whatStandsInGroupsIsFoundHoweverDeep() {
        Condition pdf = new Condition.HasFormat(Set.of(FileFormat.PDF));
        Condition named = new Condition.Named("x");
        Condition inner = new Condition.Any(List.of(named));
        Condition outer = new Condition.None(List.of(pdf, inner));
        assertThat(Conditions.flat(outer)).containsExactly(outer, pdf, inner, named);
        assertThat(Conditions.within(outer)).containsExactly(pdf, inner);
        assertThat(Conditions.within(pdf)).isEmpty();
    }

    @Test
    void aSizeGoesFromASmallerToALargerNumber() {
        Kind<Condition> size = Conditions.KINDS.byKey("SIZE").orElseThrow();
        assertThat(size.make().apply(Values.NONE)).isEqualTo(new Condition.Sized(0, Long.MAX_VALUE));
        assertThat(size.make().apply(Values.NONE.number("least", 5).number("most", 5))).isEqualTo(new Condition.Sized(5, 5));
        for (Values unfit : List.of(Values.NONE.number("least", 5).number("most", 4), Values.NONE.number("least", -1))) {
            assertThatThrownBy(() -> size.make().apply(unfit)).isInstanceOf(Unfit.class).hasMessageContaining("from a smaller to a larger");
        }
    }

    @Test
    void audiences() {
        holds(Audiences.KINDS, new Audience.Author(), "AUTHOR", "author", "the author");
        holds(Audiences.KINDS, new Audience.Uploader(), "UPLOADER", "uploader", "who handed it in");
        holds(Audiences.KINDS, new Audience.ByMatrix(), "MATRIX", "matrix", "who is told by the matrix");
        holds(Audiences.KINDS, new Audience.Holders(new RoleId(5)), "ROLE", "role", "Role 5");
        holds(Audiences.KINDS, new Audience.OfFirm(new FirmId(6)), "FIRM", "firm", "everybody of Firm 6");
        holds(Audiences.KINDS, new Audience.Named(new PersonId(7)), "PERSON", "person", "Person 7");
        holds(Audiences.KINDS, new Audience.Named(new PersonId(404)), "PERSON", "person", "somebody");
        holds(Audiences.KINDS, new Audience.Outside("archive@kwb.example"), "ADDRESS", "address", "archive@kwb.example");
        assertThatThrownBy(() -> Audiences.KINDS.byKey("ROLE").orElseThrow().make().apply(Values.NONE)).isInstanceOf(Unfit.class)
                .hasMessage("Say which role, firm or person is told.");
        assertThat(Audiences.KINDS.byKey("ADDRESS").orElseThrow().make().apply(Values.NONE.text("address", " a@kwb.example ")))
                .isEqualTo(new Audience.Outside("a@kwb.example"));
    }

    @Test
    void targets() {
        holds(Targets.KINDS, new Target.AsProject(), "PROJECT", "as-project", "as the project says");
        holds(Targets.KINDS, new Target.BackToAuthor(), "BACK", "back-to-author", "back to the author");
        FolderId shared = new FolderId(7);
        holds(Targets.KINDS, Target.Place.usual(shared, "", ""), "PLACE", "place", "placed in Folder 7");
        holds(Targets.KINDS, Target.Place.usual(new FolderId(404), "S2", "{discipline}/{type}"), "PLACE", "place",
                "placed in a folder that is gone / {discipline} / {type} as S2");
        Target.Into into = new Target.Into(shared, "", "{name}");
        holds(Targets.KINDS, new Target.Place(into, "A1", Target.Manner.MOVE, Target.WhenTaken.KEEP_BOTH, Map.of("stage", "D"),
                List.of(new Target.Into(new FolderId(8), "", IssuePlan.USUAL_NAME), new Target.Into(new FolderId(9), "x", "{name}"))),
                "PLACE", "place", "placed in Folder 7 as A1, called {name}, and leaves the folder it came in; a name that is taken is kept "
                        + "beside it; stage becomes D; copies go to Folder 8 and Folder 9 / x");
        assertThat(Targets.phrase(whenTaken(into, Target.WhenTaken.NEXT_VERSION), NAMES)).endsWith("gets a next version");
        assertThat(Targets.phrase(whenTaken(into, Target.WhenTaken.REPLACE), NAMES)).endsWith("goes to the archive");
        assertThat(Targets.phrase(whenTaken(into, Target.WhenTaken.STOP), NAMES)).doesNotContain("taken");
        assertThatThrownBy(() -> Targets.KINDS.byKey("PLACE").orElseThrow().make().apply(Values.NONE)).isInstanceOf(Unfit.class)
                .hasMessage("“place” is missing.");
    }

    private static Target.Place whenTaken(Target.Into into, Target.WhenTaken what) {
        return new Target.Place(into, "", Target.Manner.COPY, what, Map.of(), List.of());
    }

    @Test
    void sources() {
        holds(Sources.KINDS, new Source.FromList("plate", "Plate", "pump-plates"), "LIST", "list",
                "the next value of the list “pump-plates”");
        holds(Sources.KINDS, new Source.Asked("plant", "Plant item", "Plant register"), "ASKED", "asked", "what “Plant register” answers");
        Kind<Source> list = Sources.KINDS.byKey("LIST").orElseThrow();
        Values whole = Values.NONE.text("key", "plate").text("label", "Plate").text("from", "pump-plates");
        for (String key : List.of("", "Plate", "1st", "a-b", "a".repeat(61))) {
            assertThatThrownBy(() -> list.make().apply(whole.text("key", key))).as(key).isInstanceOf(Unfit.class)
                    .hasMessageContaining("lower-case letters, digits and _");
        }
        assertThat(list.make().apply(whole.text("key", "a".repeat(60))).key()).hasSize(60);
        assertThatThrownBy(() -> list.make().apply(whole.text("from", " "))).isInstanceOf(Unfit.class)
                .hasMessageContaining("says where it comes from");
    }

    @Test
    void aForgottenKindFailsWhenTheTypeIsFirstUsed() {
        List<Kind<Source>> one = List.of(Sources.KINDS.all().getFirst());
        assertThatThrownBy(() -> new Kinds<>("A part", "sources", Source.class, 0, one)).isInstanceOf(IllegalStateException.class)
                .hasMessageContaining("Asked");
        List<Kind<Source>> twice = List.of(Sources.KINDS.all().getFirst(), Sources.KINDS.all().getLast(), Sources.KINDS.all().getLast());
        assertThatThrownBy(() -> new Kinds<>("A part", "sources", Source.class, 0, twice)).isInstanceOf(IllegalStateException.class);
    }

    @Test
    void valuesAreAbsentUntilTheyAreSaid() {
        assertThat(Values.NONE.text("name")).isEmpty();
        assertThat(Values.NONE.number("size")).isEmpty();
        assertThat(Values.NONE.names("formats")).isEmpty();
        assertThat(Values.NONE.texts("values", List.of("b", "a")).names("values")).containsExactly("a", "b");
        assertThat(Values.NONE.names("formats", List.of("CAD", "PDF")).words("formats", FileFormat.class))
                .containsExactly(FileFormat.CAD, FileFormat.PDF);
        assertThatThrownBy(() -> Values.NONE.thing("place", String.class)).isInstanceOf(Unfit.class);
    }

    @Test
    void onlyFieldsHaveNamesWhereNothingElseIsKnown() {
        Names names = Names.ofFieldsOnly(KestrelWeir.FIELDS);
        assertThat(names.of(Thing.FIRM, 1)).isEmpty();
        assertThat(names.field("discipline")).isEqualTo(KestrelWeir.FIELDS.label("discipline")).isNotEmpty();
    }

    @Test
    void wordsOfAPartAreTheConstantsWithTheirLabels() {
        Part.Words words = Part.words("formats", "file formats", FileFormat.class, FileFormat::label);
        assertThat(words.options()).hasSize(FileFormat.values().length).contains(new Part.Word("CAD", "CAD drawing"));
    }
}
