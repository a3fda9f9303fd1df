package app.pervius.server.acts;

import app.pervius.server.due.Look;
import java.time.Duration;
import org.springframework.stereotype.Component;

/** Has acts taken out that are older than they are kept. */
@Component
class ActKeeping implements Look {

    private final ActBook acts;

    ActKeeping(ActBook acts) {
        this.acts = acts;
    }

    @Override
    public String key() {
        return "acts-kept";
    }

    @Override
    public Duration every() {
        return Duration.ofHours(6);
    }

    @Override
    public void look() {
        acts.chains().forEach(acts::takeOut);
    }
}
