package app.pervius.server.demo;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** The demo's clock: while the demo is made it runs in the past, so that the project has a history; then it is the real one. */
@Component
@Profile("demo")
class DemoClock implements InstantSource {

    private volatile Duration behind = Duration.ZERO;

    @Override
    public Instant instant() {
        return Clock.systemUTC().instant().minus(behind);
    }

    void setTo(Instant then) {
        behind = Duration.between(then, Clock.systemUTC().instant());
    }

    void setToNow() {
        behind = Duration.ZERO;
    }
}
