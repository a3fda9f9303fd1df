package app.pervius.core.review;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.calendar.WorkingCalendar;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.RoleId;
import java.time.Instant;
import java.time.ZoneId;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

class RouteTest {

    private static final WorkingCalendar WEEK = WorkingCalendar.mondayToFriday(ZoneId.of("Europe/Dublin"));
    private static final Who LEAD = new Who.InRole(new RoleId(1));

    private static Step step(String name, Step.Kind kind, Optional<Condition> when, Map<Integer, Leads> leads, Chase chase) {
        return new Step(name, kind, List.of(LEAD), new Needs.Any(), Step.Drawing.WORST, 5, when, leads, chase);
    }

    private static List<String> faults(Step... steps) {
        return RouteCheck.faults(Route.usual("r", "R", List.of(steps)), DecisionCode.AS_SHIPPED).stream().map(RouteCheck.Fault::sentence)
                .toList();
    }

    @Test
    void whatIsWrongWithARouteIsSaidStepByStep() {
        assertThat(faults()).containsExactly("A route has 1 to 20 steps, not 0.");
        assertThat(faults(Step.usual("Review", Step.Kind.REVIEW, LEAD, 5))).containsExactly("The last step decides, so it is an approval.");
        assertThat(faults(Step.usual("A", Step.Kind.REVIEW, LEAD, 0), Step.usual("a", Step.Kind.APPROVAL, LEAD, 5)))
                .contains("Another step is called “A” too.", "A step takes 1 to 250 working days, not 0.");
        assertThat(faults(step("End", Step.Kind.APPROVAL, Optional.of(new Condition.FromCycle(2)),
                Map.of(3, new Leads.ToStep(0), 9, new Leads.End()),
                new Chase(0, 0, 3, List.of(), new Chase.Silence.Skip(1)))))
                .containsExactlyInAnyOrder("Code 3 can lead back to a step before this one only.", "The project has no decision code 9.",
                        "It is to be escalated, but to nobody.",
                        "The last step decides, so it cannot be left out.",
                        "The last step decides, so silence cannot skip it; let it count as a code, or wait.");
    }

    @Test
    void itsStepsFollowOneAnotherOnTheCalendar() {
        Route route = Route.usual("r", "R", List.of(Step.usual("Review", Step.Kind.REVIEW, LEAD, 5),
                Step.usual("Approval", Step.Kind.APPROVAL, LEAD, 3)));
        List<Route.Span> spans = route.schedule(Instant.parse("2026-05-14T09:00:00Z"), WEEK);
        assertThat(spans.get(0).due()).isEqualTo(Instant.parse("2026-05-21T16:00:00Z"));
        assertThat(spans.get(1).begins()).isEqualTo(spans.get(0).due());
        assertThat(spans.get(1).due()).as("three working days on").isEqualTo(Instant.parse("2026-05-26T16:00:00Z"));
    }

    @Test
    void reminderEscalationAndSilenceComeEachOnceInTheirOrder() {
        Chase chase = new Chase(1, 2, 3, List.of(new RoleId(4)), new Chase.Silence.CountsAs(1, 5));
        Instant due = Instant.parse("2026-05-18T16:00:00Z");
        Set<Chase.Kind> done = EnumSet.noneOf(Chase.Kind.class);
        List<String> order = new java.util.ArrayList<>();
        for (Optional<Chase.Next> next = chase.next(due, WEEK, done); next.isPresent(); next = chase.next(due, WEEK, done)) {
            order.add(next.get().kind() + " " + next.get().at());
            done.add(next.get().kind());
        }
        assertThat(order).containsExactly("REMIND_BEFORE 2026-05-15T07:00:00Z", "REMIND_AFTER 2026-05-20T07:00:00Z",
                "ESCALATE 2026-05-21T07:00:00Z", "SILENCE 2026-05-25T16:00:00Z");
        assertThat(new Chase(0, 0, 0, List.of(), new Chase.Silence.Wait()).next(due, WEEK, Set.of())).isEmpty();
    }
}
