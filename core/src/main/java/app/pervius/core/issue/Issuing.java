package app.pervius.core.issue;

import app.pervius.core.arrive.FileName;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.WayOut;
import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.PathPattern;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.Writing;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import app.pervius.core.project.StatusCode;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Station Issue: an accepted revision is placed where its decision calls for; any other goes back. */
public final class Issuing {

    private static final List<Field> OWN_FIELDS = List.of(
            new Field("number", "number", new FieldKind.Text(), 120),
            new Field("revision", "revision", new FieldKind.Text(), 10),
            new Field("status", "status code", new FieldKind.Text(), 20),
            new Field("title", "title", new FieldKind.Text(), 200));

    private Issuing() {
    }

    /** The fields a name pattern of a rule may use: the project's, and number, revision, status and title. */
    public static Fields nameFields(Fields ofTheProject) {
        return ofTheProject.remember(Issuing.class, Fields.class, () -> ofTheProject.with(OWN_FIELDS));
    }

    public static Outcome<IssueEffect> decide(IssueFacts facts) {
        Target target = facts.toAuthor() ? new Target.BackToAuthor() : facts.plan().byCode().get(facts.decision().digit());
        return switch (target) {
            case null -> stop(StopReason.Code.DESTINATION_MISSING, "The rule does not say what follows from decision "
                    + facts.decision().digit() + ", " + facts.decision().name() + ".");
            case Target.BackToAuthor() -> new Outcome.Passed<>(List.of(new IssueEffect.ReturnToAuthor(facts.decision().mustComeAgain())),
                    "Back to the author: " + facts.decision().name() + ".");
            case Target.Place place -> place(facts, place);
            case Target.AsProject() -> facts.decision().placing()
                    .map(as -> place(facts, new Target.Place(as.folder(), as.statusCode(), as.path())))
                    .orElseGet(() -> decide(facts.backToAuthor()));
        };
    }

    private static Outcome<IssueEffect> place(IssueFacts facts, Target.Place called) {
        Target.Place place = new Target.Place(called.folder(), facts.statusCode().orElse(called.statusCode()), called.path());
        Optional<IssueFacts.Destination> found = facts.folder().apply(place.folder());
        if (found.isEmpty()) {
            return stop(StopReason.Code.DESTINATION_GONE, "The folder the rule places it in does not exist any more.");
        }
        IssueFacts.Destination destination = found.get();
        Optional<StatusCode> unfit = facts.statusCodes().stream().filter(c -> c.code().equals(place.statusCode()) && !c.goesWith(destination.state())).findFirst();
        if (unfit.isPresent()) {
            return stop(StopReason.Code.STATUS_UNFIT, "Status code " + place.statusCode() + " goes with " + unfit.get().statesInWords() + ", but the folder “"
                    + destination.path() + "” is " + destination.state().label() + ".");
        }
        Optional<IssueFacts.Former> former = destination.state().holdsOneCurrentRevision()
                ? facts.former().apply(destination.state()) : Optional.empty();
        if (former.isPresent() && facts.archive().isEmpty()) {
            return stop(StopReason.Code.DESTINATION_MISSING, "Revision " + former.get().code()
                    + " would have to go to the archive, and the project has no archive folder.");
        }
        return named(facts, place, destination, former);
    }

    private static Outcome<IssueEffect> named(IssueFacts facts, Target.Place place, IssueFacts.Destination destination,
            Optional<IssueFacts.Former> former) {
        FieldValues values = facts.values().with(new FieldValues(Map.of("number", facts.number(), "revision", facts.revision(),
                "status", place.statusCode(), "title", facts.title().replace('/', '-').replace('\\', '-'))));
        Spot spot;
        switch (path(place, values, facts.fields())) {
            case PathPattern.Path.Names(List<String> below) -> spot = new Spot(destination.folder(), below);
            case PathPattern.Path.None(String reason) -> {
                return stop(StopReason.Code.DESTINATION_MISSING, "No folder can be found for it: " + reason);
            }
        }
        if (!(Pattern.compile(facts.plan().namePattern(), nameFields(facts.fields())) instanceof Compiled.Sound(Pattern pattern))
                || !(pattern.write(values) instanceof Writing.Written(String base))) {
            return stop(StopReason.Code.DESTINATION_MISSING, "No name can be made with “" + facts.plan().namePattern() + "”.");
        }
        List<IssueEffect> effects = new ArrayList<>();
        former.ifPresent(f -> effects.add(new IssueEffect.Archive(f, facts.archive().orElseThrow())));
        for (int i = 0; i < facts.files().size(); i++) {
            String ending = facts.files().get(i).ending();
            FileName name = new FileName(ending.isEmpty() ? base : base + "." + ending);
            if (facts.taken().test(spot, name)) {
                return stop(StopReason.Code.NAME_TAKEN, "“" + name.text() + "” is there already in “" + where(destination, spot)
                        + "”, and nothing is replaced silently.");
            }
            effects.add(new IssueEffect.PlaceFile(i, spot, name.text()));
        }
        effects.add(new IssueEffect.MakeCurrent(destination.state(), spot, place.statusCode()));
        return new Outcome.Passed<>(effects, "Placed in “" + where(destination, spot) + "” as " + base + ", status " + place.statusCode()
                + former.map(f -> "; " + f.code() + " went to the archive").orElse("") + ".");
    }

    private static PathPattern.Path path(Target.Place place, FieldValues values, Fields fields) {
        return switch (PathPattern.compile(place.path(), nameFields(fields))) {
            case PathPattern.CompiledPath.Sound(PathPattern path) -> path.write(values);
            case PathPattern.CompiledPath.Faulty(var faults) -> new PathPattern.Path.None("“" + place.path() + "”: " + faults.getFirst().message() + ".");
        };
    }

    private static String where(IssueFacts.Destination destination, Spot spot) {
        return spot.below().isEmpty() ? destination.path() : destination.path() + " / " + String.join(" / ", spot.below());
    }

    private static Outcome<IssueEffect> stop(StopReason.Code code, String sentence) {
        return Outcome.stopped(code, sentence, WayOut.TRY_AGAIN, WayOut.GO_ON_IN_FORCE, WayOut.SEND_BACK, WayOut.TAKE_OUT);
    }
}
