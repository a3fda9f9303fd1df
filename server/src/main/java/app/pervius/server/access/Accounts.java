package app.pervius.server.access;

import java.util.Optional;

/** The accounts that may sign in, as far as access has to know them. */
public interface Accounts {

    /** The account with everything its persons may do; empty if it is closed, or is in no project and administers nothing. */
    Optional<Actor> actor(long account);

    /** The same for the account of a person; empty while the person has not accepted the invitation. */
    Optional<Actor> ofPerson(long person);
}
