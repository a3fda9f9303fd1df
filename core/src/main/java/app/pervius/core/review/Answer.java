package app.pervius.core.review;

import app.pervius.core.project.PersonId;

/** What somebody said of one revision in one step. */
public record Answer(PersonId by, int code, String comment) {
}
