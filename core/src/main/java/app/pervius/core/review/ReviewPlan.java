package app.pervius.core.review;

import java.util.Optional;

/**
 * What a rule says of station Review.
 *
 * @param route the key of the route; empty where nobody reviews it and it is filed at once
 */
public record ReviewPlan(Optional<String> route) {

    /** Nobody reviews it. */
    public static final ReviewPlan NONE = new ReviewPlan(Optional.empty());
}
