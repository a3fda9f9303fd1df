package app.pervius.server.passages;

import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.WayOut;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Ends the wait of passages that wait for something other than people: it has come, or it never will. */
@Service
@Transactional
public class Waiting {

    private final Passages passages;
    private final PassageStep step;
    private final Engine engine;

    Waiting(Passages passages, PassageStep step, Engine engine) {
        this.passages = passages;
        this.step = step;
        this.engine = engine;
    }

    /** What it waited for is there; its station decides anew. */
    public void over(long passage) {
        passages.goOn(passage).ifPresent(engine::wake);
    }

    /** What it waited for will not come by itself. */
    public void inVain(long passage, StopReason reason, List<WayOut> waysOut) {
        step.stopWaiting(passage, reason, waysOut);
        engine.wake(passages.passage(passage).submission());
    }
}
