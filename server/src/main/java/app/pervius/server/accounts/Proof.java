package app.pervius.server.accounts;

import app.pervius.server.access.Actor;
import app.pervius.server.refused.Refused;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** That it is still the same person who sits there, before what lets that person in is changed. */
@Component
class Proof {

    /** So long after signing in nothing more has to be proved. */
    private static final Duration FRESH = Duration.ofMinutes(10);

    private final AccountBook accounts;
    private final Passwords passwords;
    private final Attempts attempts;

    Proof(AccountBook accounts, Passwords passwords, Attempts attempts) {
        this.accounts = accounts;
        this.passwords = passwords;
        this.attempts = attempts;
    }

    /**
     * Refuses unless the password was given once more, or the person has signed in a short while ago; {@code always} asks for the password
     * all the same.
     */
    void must(Actor actor, @Nullable String password, boolean always, HttpServletRequest request) {
        String hash = accounts.passwordHash(actor.account()).orElse(null);
        boolean fresh = Instant.ofEpochMilli(request.getSession().getCreationTime()).plus(FRESH).isAfter(Instant.now());
        if (fresh && (hash == null || !always)) {
            return;
        }
        if (hash == null) {
            throw Refused.conflict("sign-in-again", "Sign out and in again first: this needs a sign-in of the last " + FRESH.toMinutes()
                    + " minutes.");
        }
        if (password == null || password.isEmpty()) {
            throw Refused.conflict("password-again", "Type your present password to go on.");
        }
        String session = "session " + request.getSession().getId();
        attempts.begin(session, request.getRemoteAddr());
        if (!passwords.matches(password, hash)) {
            throw Refused.invalid("current", "This is not your present password.");
        }
        attempts.succeeded(session, request.getRemoteAddr());
    }
}
