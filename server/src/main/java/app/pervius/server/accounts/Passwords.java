package app.pervius.server.accounts;

import app.pervius.server.store.Outside;
import app.pervius.server.refused.Refused;
import jakarta.annotation.PreDestroy;
import java.util.Collection;
import java.util.Objects;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Future;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.jspecify.annotations.Nullable;
import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;
import org.springframework.util.function.SingletonSupplier;

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
    /** Threads of their own: one that works a hash does nothing else, and would keep those waiting that answer everybody. */
    private final ThreadPoolExecutor workers = new ThreadPoolExecutor(AT_ONCE, AT_ONCE, 0, TimeUnit.SECONDS,
            new ArrayBlockingQueue<>(MOST_WAITING),
            Thread.ofPlatform().daemon().priority(Thread.MIN_PRIORITY).name("password-", 1).factory());
    /** Worked when somebody needs it: a start need not wait for it. */
    private final SingletonSupplier<String> nobodys = SingletonSupplier.of(() -> Objects.requireNonNull(
            encoder.encode("nobody has this password")));

    /** The hash of a password that is good enough; refused with the reason otherwise. */
    public String hash(String password, Collection<String> ownWords) {
        PasswordRules.judge(password, ownWords).refusal().ifPresent(why -> {
            throw Refused.invalid("password", why);
        });
        return inTurn(() -> Objects.requireNonNull(encoder.encode(password)));
    }

    /** Whether a password is the one of a hash; one is checked even if there is none, so that the time taken tells nothing. */
    public boolean matches(String password, @Nullable String hash) {
        return inTurn(() -> encoder.matches(password, hash == null ? nobodys.obtain() : hash)) && hash != null;
    }

    private <T> T inTurn(Callable<T> work) {
        Outside.world("waits for a password to be worked");
        try {
            Future<T> result = workers.submit(work);
            try {
                return result.get(SECONDS, TimeUnit.SECONDS);
            } catch (TimeoutException e) {
                result.cancel(false);
                throw crowded();
            }
        } catch (RejectedExecutionException e) {
            throw crowded();
        } catch (ExecutionException e) {
            throw new IllegalStateException("a password could not be worked", e.getCause());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw crowded();
        }
    }

    @PreDestroy
    void stop() {
        workers.shutdown();
    }

    private static Refused crowded() {
        return Refused.tooMany("Many people are signing in at this moment. Try again in a few seconds.", 3);
    }
}
