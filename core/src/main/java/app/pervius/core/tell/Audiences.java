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
            Kind.plain("LEAD", "lead", new Audience.Lead(), "the lead by the matrix"),
            Kind.plain("DECIDING", "deciding", new Audience.Deciding(), "who has it to decide"),
            Kind.plain("EARLIER", "earlier-holders", new Audience.EarlierHolders(), "who was told of an earlier revision"),
            Kind.plain("FOLLOWERS", "followers", new Audience.Followers(), "who follows it or its folder"),
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

    /** Why somebody whom an audience means is told, as the rest of “because …”. */
    public static String because(Audience audience, Names names) {
        return switch (audience) {
            case Audience.Author author -> "you are the author";
            case Audience.Uploader uploader -> "you handed it in";
            case Audience.ByMatrix matrix -> "the distribution matrix names a role of yours";
            case Audience.Lead lead -> "you lead by the matrix";
            case Audience.Deciding deciding -> "it is yours to decide";
            case Audience.EarlierHolders earlier -> "you were told of an earlier revision";
            case Audience.Followers followers -> "you follow it or its folder";
            case Audience.Holders(RoleId role) -> "you hold the role “" + name(names, Thing.ROLE, role.value()) + "”";
            case Audience.OfFirm(FirmId firm) -> "everybody of " + name(names, Thing.FIRM, firm.value()) + " is told";
            case Audience.Named named -> "the rule names you";
            case Audience.Outside outside -> "the rule names this address";
        };
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
