package app.pervius.core.review;

import app.pervius.core.project.PersonId;
import app.pervius.core.project.RoleId;

/** Whom a route means. */
public sealed interface Who {

    /** Everybody who holds a role. */
    record InRole(RoleId role) implements Who {
    }

    /** One person. */
    record Person(PersonId person) implements Who {
    }

    /** Whoever the distribution matrix gives a duty for the document's discipline and type. */
    record ByMatrix(Matrix.Duty duty) implements Who {
    }

    /** The person whose name or address stands in a field of the revision. */
    record InField(String field) implements Who {
    }
}
