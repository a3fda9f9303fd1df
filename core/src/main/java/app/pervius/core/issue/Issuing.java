package app.pervius.core.issue;

import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.WayOut;
import app.pervius.core.pattern.NameParts;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.Fields;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/** Station Issue: an accepted revision is placed where its decision calls for, what nobody reviews is filed, any other goes back. */
public final class Issuing {

    private static final List<Field> OWN_FIELDS = List.of(
            new Field("number", "number", new FieldKind.Text(), 120),
            new Field("revision", "revision", new FieldKind.Text(), 10),
            new Field("status", "status code", new FieldKind.Text(), 20),
            new Field("title", "title", new FieldKind.Text(), 200),
            new Field("name", "name it came under", new FieldKind.Text(), 200));

    private Issuing() {
    }

    /**
     * The fields a name or path pattern of a rule may use: the project's, the day in a name, and number, revision, status, title and the
     * name it came under.
     */
    public static Fields nameFields(Fields ofTheProject) {
        return ofTheProject.remember(Issuing.class, Fields.class, () -> ofTheProject.orElse(List.of(NameParts.DAY)).with(OWN_FIELDS));
    }

    public static Outcome<IssueEffect> decide(IssueFacts facts) {
        Outcome<IssueEffect> outcome = facts.decided().map(decided -> afterReview(facts, decided)).orElseGet(() -> atOnce(facts));
        // What the route sends back whatever was decided is not what the rule releases.
        return outcome instanceof Outcome.Passed<IssueEffect> passed && !facts.decided().map(IssueFacts.Decided::toAuthor).orElse(false)
                ? released(passed, facts.plan().releasesAfter(facts.decided().map(d -> d.code().digit()))) : outcome;
    }

    private static Outcome<IssueEffect> released(Outcome.Passed<IssueEffect> passed, List<Release> releases) {
        if (releases.isEmpty()) {
            return passed;
        }
        List<IssueEffect> effects = new ArrayList<>(passed.effects());
        releases.forEach(release -> effects.add(new IssueEffect.ToDevice(release)));
        String all = releases.stream().map(Release::phrase).collect(Collectors.joining("; and "));
        return new Outcome.Passed<>(effects, passed.account() + " R" + all.substring(1) + ".", passed.foretold() + " Will be " + all + ".");
    }

    private static Outcome<IssueEffect> afterReview(IssueFacts facts, IssueFacts.Decided decided) {
        DecisionCode code = decided.code();
        Target target = decided.toAuthor() ? new Target.BackToAuthor() : facts.plan().byCode().get(code.digit());
        return switch (target) {
            case null -> stop(StopReason.Code.DESTINATION_MISSING, "The rule does not say what follows from decision "
                    + code.digit() + ", " + code.name() + ".");
            case Target.BackToAuthor() -> back(code);
            case Target.Nowhere() -> nowhere();
            case Target.Place place -> PlaceRevision.place(facts, place);
            case Target.AsProject() -> asProject(code).map(place -> PlaceRevision.place(facts, place)).orElseGet(() -> back(code));
        };
    }

    /** Where the project places what is decided with this code; empty where it goes back to its author. */
    public static Optional<Target.Place> asProject(DecisionCode code) {
        return code.placing().map(as -> Target.Place.usual(as.folder(), as.statusCode(), as.path()));
    }

    private static Outcome<IssueEffect> back(DecisionCode code) {
        return new Outcome.Passed<>(List.of(new IssueEffect.ReturnToAuthor(code.mustComeAgain())),
                "Back to the author: " + code.name() + ".", "Will go back to its author: " + code.name() + ".");
    }

    private static Outcome<IssueEffect> nowhere() {
        return new Outcome.Passed<>(List.of(new IssueEffect.Nowhere()), "Placed nowhere.", "Will be placed nowhere.");
    }

    private static Outcome<IssueEffect> atOnce(IssueFacts facts) {
        return facts.plan().atOnce().map(place -> PlaceRevision.place(facts, place))
                .orElseGet(() -> facts.plan().releasesAfter(Optional.empty()).isEmpty() ? stop(StopReason.Code.DESTINATION_MISSING,
                        "Nobody reviews it, and the rule does not say where it is filed.") : nowhere());
    }

    static Outcome<IssueEffect> stop(StopReason.Code code, String sentence) {
        return Outcome.stopped(code, sentence, WayOut.TRY_AGAIN, WayOut.GO_ON_IN_FORCE, WayOut.SEND_BACK, WayOut.TAKE_OUT);
    }
}
