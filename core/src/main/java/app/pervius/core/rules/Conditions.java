package app.pervius.core.rules;

import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.arrive.FileFormat;
import app.pervius.core.kind.Kind;
import app.pervius.core.kind.Kinds;
import app.pervius.core.kind.Names;
import app.pervius.core.kind.Part;
import app.pervius.core.kind.Thing;
import app.pervius.core.kind.Unfit;
import app.pervius.core.kind.Values;
import app.pervius.core.project.FirmId;
import app.pervius.core.project.PersonId;
import app.pervius.core.project.RoleId;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.ToLongFunction;
import java.util.stream.Collectors;

/** The kinds of condition. How one is judged stands in {@link Judging}; what it could let through, in the check. */
public final class Conditions {

    private static final int LONGEST_PATTERN = 500;
    /** How deep groups may stand in groups. */
    public static final int DEEPEST = 5;

    private static final List<Part> PARTIES = List.of(new Part.Some("firms", "firms", "firms", Thing.FIRM),
            new Part.Some("roles", "roles", "roles", Thing.ROLE),
            new Part.Some("people", "people", "people", Thing.PERSON));
    private static final List<Part> GROUP = List.of(new Part.Group("conditions", "of", "conditions in a group"));

    public static final Kinds<Condition> KINDS = new Kinds<>("A condition", "conditions", Condition.class, DEEPEST, List.of(
            Kind.of("FORMAT", "format", "file format", Condition.HasFormat.class,
                    List.of(Part.words("formats", "file formats", FileFormat.class, FileFormat::label)),
                    values -> new Condition.HasFormat(values.words("formats", FileFormat.class)),
                    it -> Values.NONE.words("formats", it.formats()),
                    (it, names) -> or(it.formats(), FileFormat::label) + " files"),
            Kind.of("NAME", "name", "name", Condition.Named.class,
                    List.of(new Part.Text("pattern", "pattern", "names", LONGEST_PATTERN, Part.Use.PATTERN)),
                    values -> new Condition.Named(values.text("pattern").strip()), it -> Values.NONE.text("pattern", it.pattern()),
                    (it, names) -> "names like “" + it.pattern() + "”"),
            Kind.of("FIELD", "field", "field", Condition.FieldIs.class,
                    List.of(new Part.FieldKey("field", "key", "field"), new Part.FieldValues("values", "is", "values")),
                    values -> new Condition.FieldIs(values.text("field"), java.util.Set.copyOf(values.names("values"))),
                    it -> Values.NONE.text("field", it.field()).texts("values", it.values()),
                    (it, names) -> "what has “" + names.field(it.field()) + "” " + Judging.or(it.values().stream().sorted().toList())),
            Kind.of("AUTHOR", "author", "author", Condition.From.class, PARTIES, values -> new Condition.From(parties(values)),
                    it -> parties(it.authors()),
                    (it, names) -> "what comes from " + phrase(it.authors(), names)),
            Kind.of("UPLOADER", "uploader", "handed in by", Condition.HandedInBy.class, PARTIES,
                    values -> new Condition.HandedInBy(parties(values)), it -> parties(it.uploaders()),
                    (it, names) -> "what is handed in by " + phrase(it.uploaders(), names)),
            Kind.of("EVENT", "came", "how it came", Condition.Came.class,
                    List.of(Part.words("events", "ways to arrive", ArrivalEvent.class, ArrivalEvent::label)),
                    values -> new Condition.Came(values.words("events", ArrivalEvent.class)), it -> Values.NONE.words("events", it.by()),
                    (it, names) -> "what is " + or(it.by(), ArrivalEvent::label)),
            Kind.of("SIZE", "bytes", "size", Condition.Sized.class,
                    List.of(new Part.Size("least", "at-least", "at least", false), new Part.Size("most", "at-most", "at most", true)),
                    Conditions::sized, Conditions::sized, (it, names) -> "files of " + Bytes.range(it.least(), it.most())),
            Kind.of("ALL", "all", "all of these", Condition.All.class, GROUP, values -> new Condition.All(group(values)),
                    it -> group(it.of()),
                    (it, names) -> joined(it.of(), names, " and ", "(", ")")),
            Kind.of("ANY", "any", "any of these", Condition.Any.class, GROUP, values -> new Condition.Any(group(values)),
                    it -> group(it.of()),
                    (it, names) -> joined(it.of(), names, ", or ", "", "")),
            Kind.of("NONE", "none", "none of these", Condition.None.class, GROUP, values -> new Condition.None(group(values)),
                    it -> group(it.of()),
                    (it, names) -> "nothing of: " + joined(it.of(), names, ", ", "", ""))));

    private Conditions() {
    }

    /** A condition and all within it. */
    public static List<Condition> flat(Condition condition) {
        List<Condition> all = new ArrayList<>(List.of(condition));
        within(condition).forEach(one -> all.addAll(flat(one)));
        return all;
    }

    /** Those a group is made of; nothing of any other. */
    public static List<Condition> within(Condition condition) {
        return KINDS.of(condition).parts().stream().filter(Part.Group.class::isInstance)
                .flatMap(part -> KINDS.take(condition).group(part.key(), Condition.class).stream()).toList();
    }

    private static Condition.Sized sized(Values values) {
        long least = values.number("least").orElse(0L);
        long most = values.number("most").orElse(Long.MAX_VALUE);
        if (least < 0 || most < least) {
            throw new Unfit("A size goes from a smaller to a larger number of bytes.");
        }
        return new Condition.Sized(least, most);
    }

    private static Values sized(Condition.Sized it) {
        Values values = Values.NONE.number("least", it.least());
        return it.most() == Long.MAX_VALUE ? values : values.number("most", it.most());
    }

    private static List<Condition> group(Values values) {
        return values.group("conditions", Condition.class);
    }

    private static Values group(List<Condition> of) {
        return Values.NONE.group("conditions", of);
    }

    private static Parties parties(Values values) {
        return new Parties(values.ids("firms", FirmId::new), values.ids("people", PersonId::new), values.ids("roles", RoleId::new));
    }

    private static Values parties(Parties p) {
        return Values.NONE.ids("firms", p.firms(), FirmId::value).ids("roles", p.roles(), RoleId::value)
                .ids("people", p.people(), PersonId::value);
    }

    private static String phrase(Parties p, Names names) {
        List<String> all = new ArrayList<>();
        named(p.firms(), FirmId::value, Thing.FIRM, names, all);
        named(p.people(), PersonId::value, Thing.PERSON, names, all);
        named(p.roles(), RoleId::value, Thing.ROLE, names, all);
        boolean nobody = p.firms().isEmpty() && p.people().isEmpty() && p.roles().isEmpty();
        return nobody ? "nobody" : all.isEmpty() ? "the people it names" : Judging.or(all);
    }

    private static <I> void named(Collection<I> of, ToLongFunction<I> id, Thing thing, Names names, List<String> into) {
        of.stream().mapToLong(id).sorted().mapToObj(value -> names.of(thing, value)).flatMap(Optional::stream).forEach(into::add);
    }

    private static String joined(List<Condition> of, Names names, String between, String before, String after) {
        return of.isEmpty() ? "anything" : of.stream().map(one -> KINDS.phrase(one, names))
                .collect(Collectors.joining(between, before, after));
    }

    private static <E extends Enum<E>> String or(Collection<E> of, Function<E, String> label) {
        return Judging.or(of.stream().sorted().map(label).toList());
    }
}
