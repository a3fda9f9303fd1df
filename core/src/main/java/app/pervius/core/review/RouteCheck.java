package app.pervius.core.review;

import app.pervius.core.project.DecisionCode;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Whether a route can be put in force. */
public final class RouteCheck {

    /** The most steps a route has. */
    public static final int MOST_STEPS = 20;

    /**
     * What is wrong.
     *
     * @param step 0-based; empty where it is the route as a whole
     */
    public record Fault(Optional<Integer> step, String sentence) {
    }

    private RouteCheck() {
    }

    /** Everything that is wrong with a route, in order; empty if it can be put in force. */
    public static List<Fault> faults(Route route, List<DecisionCode> codes) {
        List<Fault> faults = new ArrayList<>();
        if (route.name().isBlank()) {
            faults.add(new Fault(Optional.empty(), "It has no name."));
        }
        if (route.steps().isEmpty() || route.steps().size() > MOST_STEPS) {
            faults.add(new Fault(Optional.empty(), "A route has 1 to " + MOST_STEPS + " steps, not " + route.steps().size() + "."));
            return faults;
        }
        for (int i = 0; i < route.steps().size(); i++) {
            step(route, i, codes, faults);
        }
        int last = route.steps().size() - 1;
        Step decides = route.steps().get(last);
        if (decides.kind() != Step.Kind.APPROVAL) {
            faults.add(new Fault(Optional.of(last), "The last step decides, so it is an approval."));
        }
        if (decides.when().isPresent()) {
            faults.add(new Fault(Optional.of(last), "The last step decides, so it cannot be left out."));
        }
        if (decides.chase().silence() instanceof Chase.Silence.Skip) {
            faults.add(new Fault(Optional.of(last), "The last step decides, so silence cannot skip it; let it count as a code, or wait."));
        }
        return faults;
    }

    private static void step(Route route, int at, List<DecisionCode> codes, List<Fault> faults) {
        Step step = route.steps().get(at);
        List<String> said = new ArrayList<>();
        if (step.name().isBlank()) {
            said.add("It has no name.");
        } else if (route.steps().stream().filter(s -> s.name().equalsIgnoreCase(step.name())).count() > 1) {
            said.add("Another step is called “" + step.name() + "” too.");
        }
        if (step.who().isEmpty()) {
            said.add("It names nobody.");
        }
        if (step.workingDays() < 1 || step.workingDays() > 250) {
            said.add("A step takes 1 to 250 working days, not " + step.workingDays() + ".");
        }
        step.when().ifPresent(when -> {
            if (when instanceof Condition.FieldIs(String field, List<String> values) && (field.isBlank() || values.isEmpty())
                    || when instanceof Condition.FieldIsNot(String other, List<String> without) && (other.isBlank() || without.isEmpty())) {
                said.add("Its condition names no field or no value.");
            }
        });
        for (Map.Entry<Integer, Leads> lead : step.leads().entrySet()) {
            if (!known(lead.getKey(), codes)) {
                said.add("The project has no decision code " + lead.getKey() + ".");
            }
            if (lead.getValue() instanceof Leads.ToStep(int to) && (to < 0 || to >= at)) {
                said.add("Code " + lead.getKey() + " can lead back to a step before this one only.");
            }
        }
        if (step.chase().silence() instanceof Chase.Silence.CountsAs(int code, int days) && !known(code, codes)) {
            said.add("Silence cannot count as " + code + ": the project has no such decision code.");
        }
        if (step.chase().escalateAfter() > 0 && step.chase().escalateTo().isEmpty()) {
            said.add("It is to be escalated, but to nobody.");
        }
        said.forEach(sentence -> faults.add(new Fault(Optional.of(at), sentence)));
    }

    private static boolean known(int code, List<DecisionCode> codes) {
        return codes.stream().anyMatch(c -> c.digit() == code);
    }
}
