package app.pervius.server.accounts;

import app.pervius.server.access.Sessions;
import app.pervius.server.refused.Refused;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.time.Duration;
import java.time.InstantSource;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Between the first step of signing in and the second. */
@Component
public class HalfOpen {

    private static final String ACCOUNT = "half open account";
    private static final String SINCE = "half open since";
    private static final Duration LASTS = Duration.ofMinutes(10);

    private final SecondSteps secondSteps;
    private final Sessions sessions;
    private final InstantSource clock;

    HalfOpen(SecondSteps secondSteps, Sessions sessions, InstantSource clock) {
        this.secondSteps = secondSteps;
        this.sessions = sessions;
        this.clock = clock;
    }

    /** The first step was proved: one is in, or a second step is asked for. */
    public SignInStep goOn(long account, HttpServletRequest request, HttpServletResponse response) {
        Set<SecondSteps.Way> ways = secondSteps.of(account);
        if (ways.isEmpty()) {
            return new SignInStep(sessions.begin(account, false, request, response), ways);
        }
        begin(account, request);
        sessions.tellToken(request, response);
        return new SignInStep(null, ways);
    }

    /** Begins to wait for the second step of an account. */
    public void begin(long account, HttpServletRequest request) {
        sessions.end(request);
        HttpSession session = request.getSession(true);
        session.setAttribute(ACCOUNT, account);
        session.setAttribute(SINCE, clock.millis());
    }

    /** The account whose first step was proved a short while ago. */
    Optional<Long> account(HttpServletRequest request) {
        HttpSession session = request.getSession(false);
        return session != null && session.getAttribute(ACCOUNT) instanceof Long account && session.getAttribute(SINCE) instanceof Long since
                && clock.millis() - since < LASTS.toMillis() ? Optional.of(account) : Optional.empty();
    }

    static Refused over() {
        return Refused.conflict("begin-again", "This took too long. Begin to sign in again.");
    }
}
