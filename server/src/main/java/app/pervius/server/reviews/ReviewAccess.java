package app.pervius.server.reviews;

import app.pervius.server.access.Actor;
import app.pervius.server.refused.Refused;
import app.pervius.server.passages.Passages;
import app.pervius.server.routes.Routes;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * Who is on the reviewing side of a review: document controllers, and those who decide and see what the firm sends, except the author's
 * own firm unless the route lets it decide. Nobody else learns that there is a review, or reads what is said in it before its release.
 */
@Component
public class ReviewAccess {

    private final ReviewRepository reviews;
    private final Routes routes;

    ReviewAccess(ReviewRepository reviews, Routes routes) {
        this.reviews = reviews;
        this.routes = routes;
    }

    public boolean sees(Review review, Actor actor) {
        Actor.Membership membership = actor.memberships().get(review.projectId);
        return membership != null && (membership.reviews(review.authorFirmId)
                || membership.decides() && membership.sees(review.authorFirmId)
                && routes.edition(review.projectId, review.routeKey, review.routeEdition).ownFirmDecides());
    }

    public Review mustSee(Optional<Review> found, Actor actor) {
        return found.filter(r -> sees(r, actor)).orElseThrow(() -> Refused.notFound("review"));
    }

    /** The review, held until the end of the transaction. */
    Review locked(long id, Actor actor) {
        return mustSee(reviews.locked(id), actor);
    }

    /** Whether somebody may read what was said of a passage as it was said. */
    public boolean readsAsSaid(Passages.PassageView passage, Actor actor) {
        return reviews.ofPassage(passage.id()).map(r -> sees(r, actor))
                .orElse(actor.in(passage.project()).reviews(passage.from().authorFirm()));
    }
}
