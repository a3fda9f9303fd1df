package app.pervius.core.review;

import app.pervius.core.project.PersonId;

/**
 * A person's place in a step of a review.
 *
 * @param lead whether this person's answer counts where the lead draws several together
 */
public record Seat(PersonId person, boolean lead) {
}
