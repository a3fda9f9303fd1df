package app.pervius.server.access;

import app.pervius.server.http.Problem;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Slows down guessing: after three failures in a row an account has to wait, twice as long each time, up to 15 minutes. */
@Component
class Attempts {

    private static final int FREE = 3;
    private static final Duration LONGEST = Duration.ofMinutes(15);
    private static final int MOST_REMEMBERED = 10_000;

    private record Failures(int count, Instant next) {
    }

    private final Map<String, Failures> byAccount = new LinkedHashMap<>();
    private final InstantSource clock;

    Attempts(InstantSource clock) {
        this.clock = clock;
    }

    /** Refuses while the account has to wait. */
    synchronized void mayTry(String email) {
        Failures failures = byAccount.get(key(email));
        // A wait longer than any we impose is what a clock that was set back makes of one; it is over.
        if (failures != null && clock.instant().isBefore(failures.next()) && !clock.instant().plus(LONGEST).isBefore(failures.next())) {
            long seconds = Duration.between(clock.instant(), failures.next()).toSeconds() + 1;
            throw Problem.tooMany("Too many failed attempts. Try again in " + seconds + " seconds.", seconds);
        }
    }

    synchronized void failed(String email) {
        int count = byAccount.getOrDefault(key(email), new Failures(0, Instant.EPOCH)).count() + 1;
        Duration wait = count < FREE ? Duration.ZERO : Duration.ofSeconds(1L << Math.min(count - FREE + 1, 10));
        byAccount.put(key(email), new Failures(count, clock.instant().plus(wait.compareTo(LONGEST) > 0 ? LONGEST : wait)));
        Iterator<String> oldest = byAccount.keySet().iterator();
        while (byAccount.size() > MOST_REMEMBERED) {
            oldest.next();
            oldest.remove();
        }
    }

    synchronized void succeeded(String email) {
        byAccount.remove(key(email));
    }

    private static String key(String email) {
        return email.toLowerCase(Locale.ROOT);
    }
}
