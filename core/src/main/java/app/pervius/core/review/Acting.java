package app.pervius.core.review;

import app.pervius.core.project.PersonId;
import java.util.Set;

/**
 * Somebody who does something in a review.
 *
 * @param seats whose seats the person may act from: one's own, and those of people the person stands in for
 */
public record Acting(PersonId by, Set<PersonId> seats) {
    public Acting {
        seats = Set.copyOf(seats);
    }

    /** A person who acts from nobody's seat but one's own. */
    public static Acting self(PersonId person) {
        return new Acting(person, Set.of(person));
    }
}
