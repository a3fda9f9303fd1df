package app.pervius.server.accounts;

import app.pervius.server.due.Look;
import app.pervius.server.refused.Refused;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Slows down guessing: wrong tries are counted by account and by the caller's address, and fade. One address waits long, so that
 * it gets nowhere; an account waits a minute at most, so that nobody keeps its owner out for long. Passkeys and sessions that are
 * there already do not wait at all.
 */
@Component
class Attempts implements Look {

    /** After how many tries a wait begins, and how long it can become. */
    private enum By {
        ACCOUNT(5, Duration.ofMinutes(1), Duration.ofMinutes(10)), ADDRESS(20, Duration.ofMinutes(15), Duration.ofHours(1));

        private final int free;
        private final Duration longest;
        /** In this time half of the tries are forgotten. */
        private final Duration halfLife;

        By(int free, Duration longest, Duration halfLife) {
            this.free = free;
            this.longest = longest;
            this.halfLife = halfLife;
        }
    }

    private static final Duration FORGOTTEN = Duration.ofHours(12);

    private record Failures(double count, Instant last) {
        double at(Instant now, By by) {
            return count * Math.pow(0.5, Math.max(0, Duration.between(last, now).toMillis()) / (double) by.halfLife.toMillis());
        }
    }

    private final JdbcClient jdbc;
    private final TransactionTemplate transaction;
    private final InstantSource clock;

    Attempts(JdbcClient jdbc, TransactionTemplate transaction, InstantSource clock) {
        this.jdbc = jdbc;
        this.transaction = transaction;
        this.clock = clock;
    }

    /**
     * Counts a try as wrong until {@link #succeeded} says otherwise, so that many at once gain nothing; refuses while one has to wait.
     *
     * @param account what is tried to get into, such as an address
     */
    synchronized void begin(String account, String address) {
        refuseWhileWaiting(By.ACCOUNT, account);
        refuseWhileWaiting(By.ADDRESS, address);
        transaction.executeWithoutResult(status -> {
            add(By.ACCOUNT, account, 1);
            add(By.ADDRESS, address, 1);
        });
    }

    /** The try was right: nothing stands against the account any more, nor this try against the address. */
    synchronized void succeeded(String account, String address) {
        transaction.executeWithoutResult(status -> {
            forget(account);
            add(By.ADDRESS, address, -1);
        });
    }

    /** Nothing stands against the account any more. */
    synchronized void forget(String account) {
        jdbc.sql("delete from sign_in_failure where failure_key = ?").param(key(By.ACCOUNT, account)).update();
    }

    /** How long somebody who signs in with a password has to wait now, by the account alone. */
    Duration waiting(String account) {
        return waiting(By.ACCOUNT, account);
    }

    @Override
    public String key() {
        return "sign-in-failures";
    }

    @Override
    public Duration every() {
        return Duration.ofHours(1);
    }

    @Override
    public void look() {
        jdbc.sql("delete from sign_in_failure where last_at < ?").param(clock.instant().minus(FORGOTTEN).atOffset(ZoneOffset.UTC)).update();
    }

    private void refuseWhileWaiting(By by, String what) {
        long seconds = waiting(by, what).toSeconds();
        if (seconds > 0) {
            throw Refused.tooMany("Too many failed attempts. Try again in " + seconds + (seconds == 1 ? " second" : " seconds")
                    + ", sign in with a passkey, or let yourself in under My account where you are signed in already.", seconds);
        }
    }

    private Duration waiting(By by, String what) {
        Failures failures = failures(by, what);
        // What has faded a little since the last try still counts as one.
        double over = failures.at(clock.instant(), by) - by.free;
        if (over < -0.5) {
            return Duration.ZERO;
        }
        Duration wait = Duration.ofSeconds(Math.min(by.longest.toSeconds(), (long) Math.pow(2, Math.min(over + 1, 20))));
        Duration left = Duration.between(clock.instant(), failures.last().plus(wait));
        // A wait longer than any we impose is what a clock that was set back makes of one; it is over.
        return left.isNegative() || left.compareTo(by.longest) > 0 ? Duration.ZERO : left.plusMillis(999);
    }

    private Failures failures(By by, String what) {
        return jdbc.sql("select failures, last_at from sign_in_failure where failure_key = ?").param(key(by, what))
                .query((row, n) -> new Failures(row.getDouble("failures"), row.getObject("last_at", OffsetDateTime.class).toInstant()))
                .optional()
                .orElse(new Failures(0, clock.instant()));
    }

    private void add(By by, String what, int more) {
        Failures before = failures(by, what);
        double count = Math.max(0, before.at(clock.instant(), by) + more);
        // A right try is no wait anew: the moment of the last wrong one stands.
        OffsetDateTime last = (more > 0 ? clock.instant() : before.last()).atOffset(ZoneOffset.UTC);
        if (jdbc.sql("update sign_in_failure set failures = ?, last_at = ? where failure_key = ?").params(count, last, key(by, what))
                .update() == 0) {
            jdbc.sql("insert into sign_in_failure (failures, last_at, failure_key) values (?, ?, ?)").params(count, last, key(by, what))
                    .update();
        }
    }

    private static String key(By by, String what) {
        String text = by + " " + AccountBook.key(what);
        return text.length() > 300 ? text.substring(0, 300) : text;
    }
}
