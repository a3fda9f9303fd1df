package app.pervius.core.issue;

import app.pervius.core.arrive.FileName;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.StopReason;
import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.PathPattern;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import app.pervius.core.project.StatusCode;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Placing the files of one revision: where, under which names, and what gives way. Made for one decision. */
final class PlaceRevision {

    private static final int MOST_COUNTED = 999;

    /** Why a file cannot be placed. */
    private static final class Hindered extends RuntimeException {
        private final StopReason.Code code;

        Hindered(StopReason.Code code, String sentence) {
            super(sentence, null, false, false);
            this.code = code;
        }
    }

    private final IssueFacts facts;
    private final Target.Place place;
    private final FieldValues values;
    private final List<IssueEffect> effects = new ArrayList<>();
    /** Names this very placing gives, which nothing else can have. */
    private final Set<String> given = new HashSet<>();

    private PlaceRevision(IssueFacts facts, Target.Place place) {
        this.facts = facts;
        this.place = place;
        this.values = valuesOf(facts, place);
    }

    static Outcome<IssueEffect> place(IssueFacts facts, Target.Place called) {
        String status = facts.decided().flatMap(IssueFacts.Decided::statusCode).orElse(called.statusCode());
        Target.Place place = new Target.Place(called.into(), status, called.manner(), called.whenTaken(), called.sets(), called.copies());
        try {
            return new PlaceRevision(facts, place).place();
        } catch (Hindered hindered) {
            return Issuing.stop(hindered.code, String.valueOf(hindered.getMessage()));
        }
    }

    /** A copy beside what is placed, if anything is. */
    static Outcome<IssueEffect> copy(IssueFacts facts, Target.Into into, Target.WhenTaken whenTaken, String statusCode) {
        Target.Place place = new Target.Place(into, statusCode, Target.Manner.COPY, whenTaken, Map.of(), List.of());
        try {
            return new PlaceRevision(facts, place).copied();
        } catch (Hindered hindered) {
            return Issuing.stop(hindered.code, String.valueOf(hindered.getMessage()));
        }
    }

    private Outcome<IssueEffect> copied() {
        IssueFacts.Destination there = destination(place.into());
        Spot spot = spot(place.into(), there);
        List<String> names = placeFiles(there, spot, base(place.into()), Target.Manner.COPY);
        String where = "opied to “" + inWords(there, spot) + "” as " + String.join(", ", names) + ".";
        return new Outcome.Passed<>(effects, "C" + where, "Will be c" + where);
    }

    private static FieldValues valuesOf(IssueFacts facts, Target.Place place) {
        Map<String, String> own = new LinkedHashMap<>(Map.of("status", place.statusCode(), "title", oneName(facts.title()), "name",
                oneName(facts.baseName())));
        facts.revision().ifPresent(revision -> own.putAll(Map.of("number", revision.number(), "revision", revision.code())));
        return facts.values().with(new FieldValues(place.sets())).with(new FieldValues(own));
    }

    private static String oneName(String text) {
        String name = text.replace('/', '-').replace('\\', '-');
        return name.length() > 200 ? name.substring(0, 200) : name;
    }

    private Outcome<IssueEffect> place() {
        IssueFacts.Destination destination = destination(place.into());
        fitting(destination);
        Optional<IssueFacts.Former> former = former(destination);
        former.ifPresent(f -> effects.add(new IssueEffect.Archive(f, facts.there().archive().orElseThrow())));
        if (!place.sets().isEmpty()) {
            effects.add(new IssueEffect.SetFields(new FieldValues(place.sets())));
        }
        Spot spot = spot(place.into(), destination);
        String base = base(place.into());
        List<String> names = placeFiles(destination, spot, base, place.manner());
        List<String> also = new ArrayList<>();
        for (Target.Into copy : place.copies()) {
            IssueFacts.Destination there = destination(copy);
            Spot where = spot(copy, there);
            placeFiles(there, where, base(copy), Target.Manner.COPY);
            also.add(inWords(there, where));
        }
        effects.add(facts.revision().isPresent() ? new IssueEffect.MakeCurrent(destination.state(), spot, place.statusCode())
                : new IssueEffect.Filed(spot));
        String where = "laced in “" + inWords(destination, spot) + "” as "
                + (names.isEmpty() ? base : new FileName(names.getFirst()).base())
                + (place.statusCode().isEmpty() ? "" : ", status " + place.statusCode())
                + (also.isEmpty() ? "" : "; copied to “" + String.join("” and “", also) + "”");
        return new Outcome.Passed<>(effects, "P" + where + former.map(f -> "; " + f.code() + " went to the archive").orElse("") + ".",
                "Will be p" + where + former.map(f -> "; " + f.code() + " goes to the archive").orElse("") + ".");
    }

    private IssueFacts.Destination destination(Target.Into into) {
        return facts.there().folder().apply(into.folder()).orElseThrow(() ->
                new Hindered(StopReason.Code.DESTINATION_GONE, "The folder the rule places it in does not exist any more."));
    }

    private void fitting(IssueFacts.Destination destination) {
        facts.statusCodes().stream().filter(c -> c.code().equals(place.statusCode()) && !c.goesWith(destination.state())).findFirst()
                .ifPresent((StatusCode unfit) -> {
            throw new Hindered(StopReason.Code.STATUS_UNFIT, "Status code " + place.statusCode() + " goes with " + unfit.statesInWords()
                    + ", but the folder “"
                    + destination.path() + "” is " + destination.state().label() + ".");
        });
    }

    private Optional<IssueFacts.Former> former(IssueFacts.Destination destination) {
        Optional<IssueFacts.Former> former = facts.revision().isPresent() && destination.state().holdsOneCurrentRevision()
                ? facts.there().former().apply(destination.state()) : Optional.empty();
        if (former.isPresent() && facts.there().archive().isEmpty()) {
            throw new Hindered(StopReason.Code.DESTINATION_MISSING, "Revision " + former.get().code()
                    + " would have to go to the archive, and the project has no archive folder.");
        }
        return former;
    }

    private Spot spot(Target.Into into, IssueFacts.Destination destination) {
        return switch (PathPattern.compile(into.path(), Issuing.nameFields(facts.fields()))) {
            case PathPattern.CompiledPath.Sound(PathPattern path) -> switch (path.write(values)) {
                case PathPattern.Path.Names(List<String> below) -> new Spot(destination.folder(), below);
                case PathPattern.Path.None(String reason) -> throw new Hindered(StopReason.Code.DESTINATION_MISSING,
                        "No folder can be found for it: " + reason);
            };
            case PathPattern.CompiledPath.Faulty(var faults) -> throw new Hindered(StopReason.Code.DESTINATION_MISSING,
                    "No folder can be found for it: “" + into.path() + "”: " + faults.getFirst().message() + ".");
        };
    }

    private String base(Target.Into into) {
        Fields fields = Issuing.nameFields(facts.fields());
        String wanted = IssuePlan.name(into, facts.revision().isPresent());
        return switch (Pattern.compile(wanted, fields)) {
            case Compiled.Sound(Pattern pattern) -> switch (PathPattern.name(pattern, fields, values)) {
                case PathPattern.Path.Names(List<String> name) -> name.getFirst();
                case PathPattern.Path.None(String reason) -> throw new Hindered(StopReason.Code.DESTINATION_MISSING,
                        "No name can be made for it: " + reason);
            };
            case Compiled.Faulty(var faults) -> throw new Hindered(StopReason.Code.DESTINATION_MISSING,
                    "No name can be made for it: “" + wanted + "”: " + faults.getFirst().message() + ".");
        };
    }

    private List<String> placeFiles(IssueFacts.Destination destination, Spot spot, String base, Target.Manner manner) {
        List<String> names = new ArrayList<>();
        for (int i = 0; i < facts.files().size(); i++) {
            String name = free(destination, spot, base, facts.files().get(i).ending());
            effects.add(new IssueEffect.PlaceFile(i, spot, name, manner));
            names.add(name);
        }
        return names;
    }

    /** The name the file gets: as written, or what follows where that is taken. */
    private String free(IssueFacts.Destination destination, Spot spot, String base, String ending) {
        FileName name = named(base, ending);
        boolean overItself = !given.add(key(spot, name));
        if (!overItself && !facts.there().taken().test(spot, name)) {
            return name.text();
        }
        boolean guarded = destination.state().holdsOneCurrentRevision();
        return switch (place.whenTaken()) {
            case KEEP_BOTH -> counted(spot, base, ending, name, destination);
            case NEXT_VERSION -> {
                stopIf(guarded || overItself, name, destination, spot);
                yield name.text();
            }
            case REPLACE -> {
                stopIf(guarded || overItself || facts.there().archive().isEmpty(), name, destination, spot);
                effects.add(new IssueEffect.Replace(spot, name.text(), facts.there().archive().orElseThrow()));
                yield name.text();
            }
            case STOP -> {
                stopIf(true, name, destination, spot);
                yield name.text();
            }
        };
    }

    private String counted(Spot spot, String base, String ending, FileName taken, IssueFacts.Destination destination) {
        for (int count = 2; count <= MOST_COUNTED; count++) {
            FileName name = named(base + " (" + count + ")", ending);
            if (!given.contains(key(spot, name)) && !facts.there().taken().test(spot, name)) {
                given.add(key(spot, name));
                return name.text();
            }
        }
        stopIf(true, taken, destination, spot);
        return taken.text();
    }

    private static void stopIf(boolean hindered, FileName name, IssueFacts.Destination destination, Spot spot) {
        if (hindered) {
            throw new Hindered(StopReason.Code.NAME_TAKEN, "“" + name.text() + "” is there already in “" + inWords(destination, spot)
                    + "”, and nothing is replaced silently.");
        }
    }

    private static FileName named(String base, String ending) {
        return new FileName(ending.isEmpty() ? base : base + "." + ending);
    }

    private static String key(Spot spot, FileName name) {
        return spot.folder().value() + "/" + String.join("/", spot.below()) + "/" + name.key();
    }

    private static String inWords(IssueFacts.Destination destination, Spot spot) {
        return spot.below().isEmpty() ? destination.path() : destination.path() + " / " + String.join(" / ", spot.below());
    }
}
