package app.pervius.core.review;

import app.pervius.core.project.PersonId;
import java.util.Optional;

/**
 * What somebody said of one revision in one step.
 *
 * @param seat whose place in the step it was given from; nobody's where a step's silence counts as a code
 * @param by who gave it: the same person, or a deputy
 */
public record Answer(Optional<PersonId> seat, Optional<PersonId> by, int code, String comment) {

    public static Answer of(PersonId person, int code, String comment) {
        return new Answer(Optional.of(person), Optional.of(person), code, comment);
    }

    /** What a step counts silence as. */
    public static Answer silence(int code) {
        return new Answer(Optional.empty(), Optional.empty(), code, "Nobody answered in time.");
    }
}
