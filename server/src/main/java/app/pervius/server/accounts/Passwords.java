package app.pervius.server.accounts;

import app.pervius.server.http.Problem;
import java.util.Collection;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.jspecify.annotations.Nullable;
import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;

/**
 * Hashes passwords with Argon2id. A hash is dear by design, so only two are worked at once; some wait, and more are turned away
 * at once, so that signing in never takes the machine from those who work. Not to be called inside a transaction that writes.
 */
@Component
public class Passwords {

    private static final int AT_ONCE = 2;
    private static final int MOST_WAITING = 24;
    private static final long SECONDS = 10;

    private final PasswordEncoder encoder = Argon2PasswordEncoder.defaultsForSpringSecurity_v5_8();
    private final Semaphore working = new Semaphore(AT_ONCE, true);
    private final AtomicInteger waiting = new AtomicInteger();
    private final String nobodys = encoder.encode("nobody has this password");

    /** The hash of a password that is good enough; refused with the reason otherwise. */
    public String hash(String password, Collection<String> ownWords) {
        PasswordRules.judge(password, ownWords).refusal().ifPresent(why -> {
            throw Problem.invalid("password", why);
        });
        return inTurn(() -> encoder.encode(password));
    }

    /** Whether a password is the one of a hash; one is checked even if there is none, so that the time taken tells nothing. */
    public boolean matches(String password, @Nullable String hash) {
        return inTurn(() -> encoder.matches(password, hash == null ? nobodys : hash)) && hash != null;
    }

    private <T> T inTurn(java.util.function.Supplier<T> work) {
        if (waiting.incrementAndGet() > MOST_WAITING + AT_ONCE) {
            waiting.decrementAndGet();
            throw crowded();
        }
        try {
            if (!working.tryAcquire(SECONDS, TimeUnit.SECONDS)) {
                throw crowded();
            }
            try {
                return work.get();
            } finally {
                working.release();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw crowded();
        } finally {
            waiting.decrementAndGet();
        }
    }

    private static Problem crowded() {
        return Problem.tooMany("Many people are signing in at this moment. Try again in a few seconds.", 3);
    }
}
