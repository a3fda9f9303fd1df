package app.pervius.core.review;

import app.pervius.core.project.DecisionCode;
import java.util.Optional;

/**
 * What station Review decides by.
 *
 * @param decided the decision the review came to, once it has
 * @param atOnce whether its rule has nobody review it
 * @param route the route chosen for the passage, or else that of its rule, if the project still has it
 * @param cycle how many times the document comes to review, with this one
 * @param from the step it goes on at, 0-based; 0 unless it was there before
 */
public record ReviewFacts(Optional<DecisionCode> decided, boolean atOnce, Optional<Route> route, int cycle, int from,
        Seating.Facts seating) {
}
