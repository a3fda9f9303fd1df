package app.pervius.core.review;

import app.pervius.core.project.PersonId;
import java.util.Optional;

/**
 * What somebody said of one revision in one step.
 *
 * @param seat whose place in the step it was given from; nobody's where a step's silence counts as a code
 * @param by who gave it: the same person, or a deputy
 * @param instead of whom a deputy gave it, at that time; nobody where it was given for oneself, whoever has the place since
 */
public record Answer(Optional<PersonId> seat, Optional<PersonId> by, Optional<PersonId> instead, int code, String comment) {

    /** One that somebody gives from a place, the own or that of somebody who is away. */
    public static Answer from(PersonId seat, PersonId by, int code, String comment) {
        return new Answer(Optional.of(seat), Optional.of(by), Optional.of(seat).filter(s -> !s.equals(by)), code, comment);
    }

    public static Answer of(PersonId person, int code, String comment) {
        return from(person, person, code, comment);
    }

    /** What a step counts silence as. */
    public static Answer silence(int code) {
        return new Answer(Optional.empty(), Optional.empty(), Optional.empty(), code, "Nobody answered in time.");
    }
}
