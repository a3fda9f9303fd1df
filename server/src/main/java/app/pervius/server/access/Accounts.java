package app.pervius.server.access;

import java.util.Optional;

/** The people who may sign in, as far as access has to know them. */
public interface Accounts {

    /** What is needed to check a password. */
    record Account(long person, Optional<String> passwordHash) {
    }

    /** The active person with this e-mail address, in any case. */
    Optional<Account> byEmail(String email);

    /** The person with everything he or she may do, unless no longer active. */
    Optional<Actor> actor(long person);
}
