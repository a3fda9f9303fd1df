package app.pervius.core.number;

import app.pervius.core.kind.Kind;
import app.pervius.core.kind.Kinds;
import app.pervius.core.kind.Part;
import app.pervius.core.kind.Unfit;
import app.pervius.core.kind.Values;
import java.util.List;

/** The kinds of source. How a value is had of each stands in {@link Numbering}. */
public final class Sources {

    private static final int LONGEST = 60;
    private static final String KEY = "[a-z][a-z0-9_]{0,59}";

    public static final Kinds<Source> KINDS = new Kinds<>("A part from elsewhere", "sources", Source.class, 0, List.of(
            Kind.of("LIST", "list", "the next value of a list", Source.FromList.class, parts("list"),
                    values -> new Source.FromList(key(values), values.text("label"), from(values)),
                    it -> values(it, it.list()), (it, names) -> "the next value of the list “" + it.list() + "”"),
            Kind.of("ASKED", "asked", "another system's answer", Source.Asked.class, parts("connection"),
                    values -> new Source.Asked(key(values), values.text("label"), from(values)),
                    it -> values(it, it.connection()), (it, names) -> "what “" + it.connection() + "” answers")));

    private Sources() {
    }

    private static List<Part> parts(String from) {
        return List.of(new Part.Text("key", "key", "name in the pattern", LONGEST, Part.Use.KEY),
                new Part.Text("label", "label", "name", Part.LONGEST, Part.Use.NAME),
                new Part.Text("from", "from", from, LONGEST, Part.Use.NAME));
    }

    private static Values values(Source source, String from) {
        return Values.NONE.text("key", source.key()).text("label", source.label()).text("from", from);
    }

    private static String key(Values values) {
        String key = values.text("key");
        if (!key.matches(KEY)) {
            throw new Unfit("What a part from elsewhere is called in the pattern is made of lower-case letters, digits and _, not “" + key
                    + "”.");
        }
        return key;
    }

    private static String from(Values values) {
        if (values.text("from").isBlank()) {
            throw new Unfit("A part from elsewhere says where it comes from.");
        }
        return values.text("from");
    }
}
