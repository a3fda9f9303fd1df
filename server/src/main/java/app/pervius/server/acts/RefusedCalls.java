package app.pervius.server.acts;

import app.pervius.server.due.Look;
import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Calls that were refused, counted by who made them: told together once a minute, so that nobody fills the journal by being refused. Safe
 * for use by several threads. What a kill takes of the last minute is not told.
 */
@Component
class RefusedCalls implements Look {

    /** So many callers are told apart in a minute; all others are told together. */
    private static final int MOST = 200;
    private static final Caller OTHERS = new Caller(null, "Others", "", 403);

    private record Caller(@Nullable Long account, String name, String address, int status) {
    }

    private final ActBook acts;
    private Map<Caller, Integer> counted = new LinkedHashMap<>();

    RefusedCalls(ActBook acts) {
        this.acts = acts;
    }

    synchronized void count(@Nullable Long account, String name, String address, int status) {
        Caller caller = new Caller(account, name, address, status);
        counted.merge(counted.size() < MOST || counted.containsKey(caller) ? caller : OTHERS, 1, Integer::sum);
    }

    @Override
    public String key() {
        return "refusals";
    }

    @Override
    public Duration every() {
        return Duration.ofMinutes(1);
    }

    @Override
    @PreDestroy
    public void look() {
        taken().forEach((caller, times) -> acts.tell(ActKind.REFUSED, caller.account(), caller.name(), null,
                "was refused " + (times == 1 ? "a call" : times + " calls") + ": " + switch (caller.status()) {
                    case 401 -> "not signed in";
                    case 429 -> "too many at a time";
                    default -> "not allowed";
                }, caller.address()));
    }

    private synchronized Map<Caller, Integer> taken() {
        Map<Caller, Integer> all = counted;
        counted = new LinkedHashMap<>();
        return all;
    }
}
