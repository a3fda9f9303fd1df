package app.pervius.core.issue;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What a rule says of station Issue.
 *
 * @param byCode for each decision code (1 to 4) what follows from it
 * @param atOnce where files go that nobody reviews
 * @param releases to which devices files are released, whatever else follows
 */
public record IssuePlan(Map<Integer, Target> byCode, Optional<Target.Place> atOnce, List<Release> releases) {

    /** What placed files are called unless a rule says otherwise; what has no number keeps its name. */
    public static final String USUAL_NAME = "{number}_{revision}_{status}";

    /** The pattern by which a file is called. */
    public static String name(Target.Into into, boolean numbered) {
        return into.name().equals(USUAL_NAME) && !numbered ? "{name}" : into.name();
    }

    /** What the project says of each code. */
    public static final IssuePlan AS_PROJECT = new IssuePlan(Map.of(1, new Target.AsProject(), 2, new Target.AsProject(), 3,
            new Target.AsProject(),
            4, new Target.AsProject()), Optional.empty());

    public IssuePlan {
        byCode = Map.copyOf(byCode);
        releases = List.copyOf(releases);
    }

    /** One that releases nothing to devices. */
    public IssuePlan(Map<Integer, Target> byCode, Optional<Target.Place> atOnce) {
        this(byCode, atOnce, List.of());
    }

    /** What is released after a decision code; after none, where nobody reviews. */
    public List<Release> releasesAfter(Optional<Integer> code) {
        return releases.stream().filter(release -> code.map(release.after()::contains).orElse(release.after().isEmpty())).toList();
    }

    /** All places it names, whatever leads there. */
    public List<Target.Place> places() {
        return Stream.concat(byCode.values().stream().filter(Target.Place.class::isInstance).map(Target.Place.class::cast), atOnce.stream())
                .toList();
    }

    /** Everywhere it places something, copies with it. */
    public List<Target.Into> destinations() {
        return places().stream().flatMap(place -> Stream.concat(Stream.of(place.into()), place.copies().stream())).distinct().toList();
    }
}
