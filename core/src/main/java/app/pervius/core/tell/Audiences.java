package app.pervius.core.tell;

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
import java.util.List;

/** The kinds of audience. */
public final class Audiences {

    public static final Kinds<Audience> KINDS = new Kinds<>("Who is told", "tell", Audience.class, 0, List.of(
            Kind.plain("AUTHOR", "author", new Audience.Author(), "the author"),
            Kind.plain("UPLOADER", "uploader", new Audience.Uploader(), "who handed it in"),
            Kind.plain("MATRIX", "matrix", new Audience.ByMatrix(), "who is told by the matrix"),
            Kind.of("ROLE", "role", "…", Audience.Holders.class, one(Thing.ROLE, "role"),
                    values -> new Audience.Holders(new RoleId(id(values))), it -> id(it.role().value()),
                    (it, names) -> name(names, Thing.ROLE, it.role().value())),
            Kind.of("FIRM", "firm", "everybody of …", Audience.OfFirm.class, one(Thing.FIRM, "firm"),
                    values -> new Audience.OfFirm(new FirmId(id(values))), it -> id(it.firm().value()),
                    (it, names) -> "everybody of " + name(names, Thing.FIRM, it.firm().value())),
            Kind.of("PERSON", "person", "…", Audience.Named.class, one(Thing.PERSON, "person"),
                    values -> new Audience.Named(new PersonId(id(values))),
                    it -> id(it.person().value()), (it, names) -> name(names, Thing.PERSON, it.person().value())),
            Kind.of("ADDRESS", "address", "…", Audience.Outside.class,
                    List.of(new Part.Text("address", "address", "address", Part.LONGEST, Part.Use.ADDRESS)),
                    values -> new Audience.Outside(values.text("address").strip()), it -> Values.NONE.text("address", it.address()),
                    (it, names) -> it.address())));

    private Audiences() {
    }

    private static List<Part> one(Thing thing, String word) {
        return List.of(new Part.One("id", "id", word, thing));
    }

    private static long id(Values values) {
        return values.number("id").orElseThrow(() -> new Unfit("Say which role, firm or person is told."));
    }

    private static Values id(long value) {
        return Values.NONE.number("id", value);
    }

    private static String name(Names names, Thing thing, long id) {
        return names.of(thing, id).orElse("somebody");
    }
}
