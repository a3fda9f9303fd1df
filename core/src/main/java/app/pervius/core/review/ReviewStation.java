package app.pervius.core.review;

import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.WayOut;
import java.util.List;
import java.util.Optional;

/** Station Review: the passage joins the review of its submission and route, and waits for the decision. */
public final class ReviewStation {

    /** The passage joins the review of its submission on this route. */
    public record Join(Route route) {
    }

    private ReviewStation() {
    }

    public static Outcome<Join> decide(ReviewFacts facts) {
        if (facts.decided().isPresent()) {
            return new Outcome.Passed<>(List.of(),
                    "Decided: " + facts.decided().get().digit() + ", " + facts.decided().get().name() + ".");
        }
        if (facts.route().isEmpty()) {
            return stop(StopReason.Code.ROUTE_MISSING, "The rule names no route that the project has.");
        }
        Route route = facts.route().get();
        for (Step step : route.steps()) {
            Optional<String> empty = whyNobody(facts, route, step);
            if (empty.isPresent()) {
                return stop(StopReason.Code.NOBODY_TO_DECIDE, "Route “" + route.name() + "”, step “" + step.name() + "”: " + empty.get());
            }
        }
        return new Outcome.Waiting<>(List.of(new Join(route)), "the review on route “" + route.name() + "”", Optional.empty());
    }

    private static Optional<String> whyNobody(ReviewFacts facts, Route route, Step step) {
        List<Holder> holders = facts.holders().apply(step.role());
        String role = facts.roleName().apply(step.role());
        if (holders.isEmpty()) {
            return Optional.of("nobody holds the role “" + role + "”.");
        }
        return holders.stream().anyMatch(h -> h.mayDecide(route, facts.author(), facts.authorFirm())) ? Optional.empty()
                : Optional.of("everybody with the role “" + role + "” is of the author's own firm, and the route does not allow that.");
    }

    private static Outcome<Join> stop(StopReason.Code code, String sentence) {
        return Outcome.stopped(code, sentence, WayOut.TRY_AGAIN, WayOut.CHOOSE_ROUTE, WayOut.GO_ON_IN_FORCE, WayOut.SEND_BACK, WayOut.TAKE_OUT);
    }
}
