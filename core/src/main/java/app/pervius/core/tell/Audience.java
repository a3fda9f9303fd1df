package app.pervius.core.tell;

import app.pervius.core.project.PersonId;
import app.pervius.core.project.RoleId;

/** Somebody a rule tells. */
public sealed interface Audience {

    /** The author of the submission. */
    record Author() implements Audience {
    }

    /** Everybody who holds a role. */
    record Holders(RoleId role) implements Audience {
    }

    /** Whoever the distribution matrix says is told of documents of this type and discipline. */
    record ByMatrix() implements Audience {
    }

    /** One person. */
    record Named(PersonId person) implements Audience {
    }
}
