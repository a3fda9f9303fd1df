package app.pervius.core.issue;

import app.pervius.core.kind.Kind;
import app.pervius.core.kind.Kinds;
import app.pervius.core.kind.Names;
import app.pervius.core.kind.Part;
import app.pervius.core.kind.Thing;
import app.pervius.core.kind.Values;
import java.util.List;
import java.util.stream.Collectors;

/** The kinds of target: what can follow from a decision. How each is carried out stands in {@link Issuing}. */
public final class Targets {

    public static final Kinds<Target> KINDS = new Kinds<>("What follows", "issue", Target.class, 0, List.of(
            Kind.plain("PROJECT", "as-project", new Target.AsProject(), "as the project says"),
            Kind.plain("BACK", "back-to-author", new Target.BackToAuthor(), "back to the author"),
            Kind.plain("NOWHERE", "nowhere", new Target.Nowhere(), "placed nowhere"),
            Kind.of("PLACE", "place", "a folder", Target.Place.class, List.of(new Part.Placed("place", "place", "a place")),
                    values -> values.thing("place", Target.Place.class), it -> Values.NONE.thing("place", it),
                    (it, names) -> "placed in " + phrase(it, names))));

    private Targets() {
    }

    /** A place with everything that is not as usual there. */
    public static String phrase(Target.Place place, Names names) {
        StringBuilder said = new StringBuilder(phrase(place.into(), names));
        if (!place.statusCode().isEmpty()) {
            said.append(" as ").append(place.statusCode());
        }
        if (!place.into().name().equals(IssuePlan.USUAL_NAME)) {
            said.append(", called ").append(place.into().name());
        }
        if (place.manner() == Target.Manner.MOVE) {
            said.append(", and leaves the folder it came in");
        }
        said.append(whenTaken(place.whenTaken()));
        place.sets().forEach((field, value) -> said.append("; ").append(field).append(" becomes ").append(value));
        if (!place.copies().isEmpty()) {
            said.append("; copies go to ").append(place.copies().stream().map(into -> phrase(into, names))
                    .collect(Collectors.joining(" and ")));
        }
        return said.toString();
    }

    /** What happens where a name is taken, behind what else is said; empty where that stops it. */
    public static String whenTaken(Target.WhenTaken then) {
        return switch (then) {
            case STOP -> "";
            case KEEP_BOTH -> "; a name that is taken is kept beside it";
            case NEXT_VERSION -> "; a name that is taken gets a next version";
            case REPLACE -> "; a name that is taken goes to the archive";
        };
    }

    /** A folder and what is below it. */
    public static String phrase(Target.Into into, Names names) {
        return names.of(Thing.FOLDER, into.folder().value()).orElse("a folder that is gone")
                + (into.path().isEmpty() ? "" : " / " + into.path().replace("/", " / "));
    }
}
