package app.pervius.server.rules;

import app.pervius.server.passages.Passages;
import app.pervius.server.rules.watching.WatchRuns;
import java.time.Duration;
import java.time.InstantSource;
import java.util.HashMap;
import java.util.Map;
import org.springframework.stereotype.Component;

/** How often rules have taken or followed something lately. */
@Component
class Fitted {
    /** How far back "lately" goes. */
    private static final Duration LATELY = Duration.ofDays(30);

    private final Passages passages;
    private final WatchRuns runs;
    private final InstantSource clock;

    Fitted(Passages passages, WatchRuns runs, InstantSource clock) {
        this.passages = passages;
        this.runs = runs;
        this.clock = clock;
    }

    /** By the ids of the rules: the passages they took that have moved in the last 30 days, and the runs of those that watch. */
    Map<Long, Long> lately(long project) {
        Map<Long, Long> fitted = new HashMap<>(passages.takenByRule(project, clock.instant().minus(LATELY)));
        fitted.putAll(runs.since(project, clock.instant().minus(LATELY)));
        return fitted;
    }
}
