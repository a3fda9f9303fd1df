package app.pervius.server.due;

import com.github.kagkarlsson.scheduler.Clock;
import java.time.Instant;

/** Time as it goes by in this process: setting the machine's clock makes nothing early or late. */
final class SteadyClock implements Clock {

    private final Instant begun = Instant.now();
    private final long nanos = System.nanoTime();

    @Override
    public Instant now() {
        return begun.plusNanos(System.nanoTime() - nanos);
    }
}
