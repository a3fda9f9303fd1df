package app.pervius.core.comment;

import app.pervius.core.project.PersonId;

/**
 * Somebody who looks at a comment.
 *
 * @param leads draws the comments of its review together now
 */
public record Reader(PersonId person, Side side, boolean leads) {
}
