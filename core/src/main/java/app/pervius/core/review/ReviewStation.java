package app.pervius.core.review;

import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.Wait;
import app.pervius.core.passage.WayOut;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Station Review: the passage joins the review of its submission and route, and waits for the decision. */
public final class ReviewStation {

    /**
     * The passage joins the review of its submission on this route with the same people.
     *
     * @param step where it begins, 0-based
     * @param seats who sits there
     * @param leftOut the steps it does not take
     */
    public record Join(Route route, int step, List<Seat> seats, Set<Integer> leftOut) {
        public Join {
            seats = List.copyOf(seats);
            leftOut = Set.copyOf(leftOut);
        }
    }

    private ReviewStation() {
    }

    public static Outcome<Join> decide(ReviewFacts facts) {
        if (facts.decided().isPresent()) {
            return new Outcome.Passed<>(List.of(),
                    "Decided: " + facts.decided().get().digit() + ", " + facts.decided().get().name() + ".");
        }
        if (facts.route().isEmpty() && facts.atOnce()) {
            return new Outcome.Passed<>(List.of(), "Nobody reviews it: the rule files it at once.",
                    "Nobody will review it: the rule files it at once.");
        }
        if (facts.route().isEmpty()) {
            return stop(StopReason.Code.ROUTE_MISSING, "The rule names no route that the project has.");
        }
        Route route = facts.route().get();
        Set<Integer> leftOut = route.leftOut(facts.seating().values(), facts.cycle());
        int from = Math.min(facts.from(), route.steps().size() - 1);
        for (int i = from; i < route.steps().size(); i++) {
            if (!leftOut.contains(i) && Seating.of(route, route.steps().get(i),
                    facts.seating()) instanceof Seating.Seated.Nobody(String why)) {
                return stop(StopReason.Code.NOBODY_TO_DECIDE, "Route “" + route.name() + "”, step “" + route.steps().get(i)
                        .name() + "”: " + why);
            }
        }
        if (route.lead().isPresent() && Seating.lead(route, facts.seating()) instanceof Seating.Seated.Nobody(String why)) {
            return stop(StopReason.Code.NOBODY_TO_DECIDE, "Route “" + route.name() + "”, the lead: " + why);
        }
        int first = route.stepFrom(from, leftOut);
        List<Seat> seats = ((Seating.Seated.Seats) Seating.of(route, route.steps().get(first), facts.seating())).seats();
        return new Outcome.Waiting<>(List.of(new Join(route, first, seats, leftOut)),
                Wait.forAsLongAs("the review on route “" + route.name() + "”"));
    }

    private static Outcome<Join> stop(StopReason.Code code, String sentence) {
        return Outcome.stopped(code, sentence, WayOut.TRY_AGAIN, WayOut.CHOOSE_ROUTE, WayOut.GO_ON_IN_FORCE, WayOut.SEND_BACK,
                WayOut.TAKE_OUT);
    }
}
