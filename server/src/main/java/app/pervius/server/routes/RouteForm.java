package app.pervius.server.routes;

import app.pervius.core.project.FirmId;
import app.pervius.core.project.PersonId;
import app.pervius.core.project.RoleId;
import app.pervius.core.review.Chase;
import app.pervius.core.review.Completion;
import app.pervius.core.review.Condition;
import app.pervius.core.review.Leads;
import app.pervius.core.review.Matrix;
import app.pervius.core.review.Needs;
import app.pervius.core.review.Route;
import app.pervius.core.review.Step.Drawing;
import app.pervius.core.review.Step.Kind;
import app.pervius.core.review.Step;
import app.pervius.core.review.Who;
import app.pervius.server.refused.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A route as a screen fills it in; what is wrong with it is said by {@code RouteCheck}.
 *
 * @param lead who draws the comments together and releases them; absent for whoever closes the last step
 * @param senders ids of roles whose holders may send on it by hand, beside document controllers
 * @param senderFirms ids of firms whose people may too
 * @param senderPeople ids of people who may too
 * @param values values for fields that are set when a review ends
 */
record RouteForm(@NotNull @Size(max = 120) String name, @NotNull @Size(max = 20) List<@Valid @NotNull StepForm> steps,
        boolean ownFirmDecides, boolean filesGoAlone,
        @Nullable @Valid WhoForm lead, @NotNull @Size(max = 100) List<@NotNull Long> senders,
        @NotNull @Size(max = 100) List<@NotNull Long> senderFirms,
        @NotNull @Size(max = 100) List<@NotNull Long> senderPeople,
        @NotNull @Size(max = 50) Map<String, @NotNull @Size(max = 200) String> values,
        @NotNull @Size(max = 4) List<@Valid @NotNull StatusFor> statusCodes) {

    /** The status code a decision is issued with instead of the rule's. */
    record StatusFor(@Min(1) @Max(4) int code, @NotNull @Size(max = 20) String status) {
    }

    /** Whom a step means: a role or a person by {@code id}, whoever the matrix gives {@code duty}, or who stands in {@code field}. */
    record WhoForm(@NotNull WhoKind kind, @Nullable Long id, Matrix.@Nullable Duty duty, @Nullable @Size(max = 40) String field) {
    }

    enum WhoKind { ROLE, PERSON, MATRIX, FIELD }

    enum NeedsKind { ANY, ALL, AT_LEAST }

    enum ConditionKind { IS, IS_NOT, FROM_CYCLE }

    enum LeadsKind { ON, END, BACK, TO_STEP }

    enum SilenceKind { WAIT, COUNTS, SKIP }

    /** When a step is taken; {@code field} and {@code values} for a field, {@code cycle} for how many times the document comes. */
    record ConditionForm(@NotNull ConditionKind kind, @NotNull @Size(max = 40) String field,
            @NotNull @Size(max = 200) List<@NotNull @Size(max = 200) String> values, @Max(1000) int cycle) {
    }

    /** Where a code leads from a step, where it is not the usual; {@code step} counts from 0. */
    record LeadsForm(@Min(1) @Max(4) int code, @NotNull LeadsKind kind, int step) {
    }

    /** What happens when nobody answers; {@code daysAfter} are working days after the due date. */
    record SilenceForm(@NotNull SilenceKind kind, int code, @Min(0) @Max(250) int daysAfter) {
    }

    @io.swagger.v3.oas.annotations.media.Schema(name = "RouteStepForm")
    record StepForm(@NotNull @Size(max = 120) String name, @NotNull Kind kind,
            @NotNull @Size(max = 50) List<@Valid @NotNull WhoForm> who, @NotNull NeedsKind needs,
            @Min(1) @Max(100) int atLeast, @NotNull Drawing drawing, @Min(0) @Max(1000) int workingDays,
            @Nullable @Valid ConditionForm when, @NotNull @Size(max = 4) List<@Valid @NotNull LeadsForm> leads,
            @NotNull @Valid ChaseForm chase) {
    }

    /** What is done while nobody answers; all times in working days before or after the due date, 0 for never. */
    record ChaseForm(@Min(0) @Max(250) int remindBefore, @Min(0) @Max(250) int remindAfter, @Min(0) @Max(250) int escalateAfter,
            @NotNull @Size(max = 20) List<@NotNull Long> escalateTo, @NotNull @Valid SilenceForm silence) {
    }

    Route route(String key) {
        Map<Integer, String> status = new HashMap<>();
        statusCodes.stream().filter(s -> !s.status().isBlank()).forEach(s -> status.put(s.code(), s.status()));
        Map<String, String> set = new HashMap<>();
        values.forEach((field, value) -> {
            if (!value.isBlank()) {
                set.put(field, value.strip());
            }
        });
        return new Route(key, name.strip(), 0, steps.stream().map(RouteForm::step).toList(), ownFirmDecides, filesGoAlone,
                Optional.ofNullable(lead).map(RouteForm::who),
                senders.stream().map(RoleId::new).toList(), senderFirms.stream().map(FirmId::new).toList(), senderPeople.stream()
                .map(PersonId::new).toList(), new Completion(set, status));
    }

    private static Step step(StepForm form) {
        Map<Integer, Leads> leads = new HashMap<>();
        form.leads().forEach(l -> leads.put(l.code(), switch (l.kind()) {
            case ON -> new Leads.On();
            case END -> new Leads.End();
            case BACK -> new Leads.Back();
            case TO_STEP -> new Leads.ToStep(l.step());
        }));
        leads.values().removeIf(Leads.On.class::isInstance);
        Needs needs = switch (form.needs()) {
            case ANY -> new Needs.Any();
            case ALL -> new Needs.All();
            case AT_LEAST -> new Needs.AtLeast(form.atLeast());
        };
        return new Step(form.name().strip(), form.kind(), form.who().stream().map(RouteForm::who).toList(), needs, form.drawing(),
                form.workingDays(),
                Optional.ofNullable(form.when()).map(RouteForm::condition), leads,
                chase(form.chase()));
    }

    private static Chase chase(ChaseForm form) {
        return new Chase(form.remindBefore(), form.remindAfter(), form.escalateAfter(),
                form.escalateTo().stream().map(RoleId::new).toList(), switch (form.silence().kind()) {
            case WAIT -> new Chase.Silence.Wait();
            case COUNTS -> new Chase.Silence.CountsAs(form.silence().code(), form.silence().daysAfter());
            case SKIP -> new Chase.Silence.Skip(form.silence().daysAfter());
        });
    }

    private static Condition condition(ConditionForm form) {
        return switch (form.kind()) {
            case IS -> new Condition.FieldIs(form.field(), form.values());
            case IS_NOT -> new Condition.FieldIsNot(form.field(), form.values());
            case FROM_CYCLE -> new Condition.FromCycle(form.cycle());
        };
    }

    private static Who who(WhoForm form) {
        return switch (form.kind()) {
            case ROLE -> new Who.InRole(new RoleId(needed(form.id(), "Choose the role.")));
            case PERSON -> new Who.Person(new PersonId(needed(form.id(), "Choose the person.")));
            case MATRIX -> new Who.ByMatrix(needed(form.duty(), "Say which duty of the matrix is meant."));
            case FIELD -> new Who.InField(needed(form.field(), "Choose the field."));
        };
    }

    private static <T> T needed(@Nullable T given, String sentence) {
        if (given == null) {
            throw Refused.invalid("who", sentence);
        }
        return given;
    }

    static RouteForm of(Route route) {
        return new RouteForm(route.name(), route.steps().stream().map(RouteForm::of).toList(), route.ownFirmDecides(), route.filesGoAlone(),
                route.lead().map(RouteForm::of).orElse(null),
                route.senders().stream().map(RoleId::value).toList(), route.senderFirms().stream().map(FirmId::value).toList(),
                route.senderPeople().stream().map(PersonId::value).toList(), route.completion().values(),
                route.completion().statusCodes().entrySet().stream().sorted(Map.Entry.comparingByKey())
                .map(e -> new StatusFor(e.getKey(), e.getValue())).toList());
    }

    private static StepForm of(Step step) {
        return new StepForm(step.name(), step.kind(), step.who().stream().map(RouteForm::of).toList(), switch (step.needs()) {
            case Needs.Any() -> NeedsKind.ANY;
            case Needs.All() -> NeedsKind.ALL;
            case Needs.AtLeast(int people) -> NeedsKind.AT_LEAST;
        }, step.needs() instanceof Needs.AtLeast(int people) ? people : 1, step.drawing(), step.workingDays(), step.when()
                .map(RouteForm::of).orElse(null),
                step.leads().entrySet().stream().sorted(Map.Entry.comparingByKey()).map(e -> switch (e.getValue()) {
                    case Leads.On() -> new LeadsForm(e.getKey(), LeadsKind.ON, 0);
                    case Leads.End() -> new LeadsForm(e.getKey(), LeadsKind.END, 0);
                    case Leads.Back() -> new LeadsForm(e.getKey(), LeadsKind.BACK, 0);
                    case Leads.ToStep(int to) -> new LeadsForm(e.getKey(), LeadsKind.TO_STEP, to);
                }).toList(), of(step.chase()));
    }

    private static ChaseForm of(Chase chase) {
        return new ChaseForm(chase.remindBefore(), chase.remindAfter(), chase.escalateAfter(),
                chase.escalateTo().stream().map(RoleId::value).toList(), switch (chase.silence()) {
            case Chase.Silence.Wait() -> new SilenceForm(SilenceKind.WAIT, 1, 0);
            case Chase.Silence.CountsAs(int code, int days) -> new SilenceForm(SilenceKind.COUNTS, code, days);
            case Chase.Silence.Skip(int days) -> new SilenceForm(SilenceKind.SKIP, 1, days);
        });
    }

    private static ConditionForm of(Condition condition) {
        return switch (condition) {
            case Condition.FieldIs(String field, List<String> values) -> new ConditionForm(ConditionKind.IS, field, values, 0);
            case Condition.FieldIsNot(String field, List<String> values) -> new ConditionForm(ConditionKind.IS_NOT, field, values, 0);
            case Condition.FromCycle(int cycle) -> new ConditionForm(ConditionKind.FROM_CYCLE, "", List.of(), cycle);
        };
    }

    private static WhoForm of(Who who) {
        return switch (who) {
            case Who.InRole(RoleId role) -> new WhoForm(WhoKind.ROLE, role.value(), null, null);
            case Who.Person(PersonId person) -> new WhoForm(WhoKind.PERSON, person.value(), null, null);
            case Who.ByMatrix(Matrix.Duty duty) -> new WhoForm(WhoKind.MATRIX, null, duty, null);
            case Who.InField(String field) -> new WhoForm(WhoKind.FIELD, null, null, field);
        };
    }
}
