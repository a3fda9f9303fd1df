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
        stopped(passage, new PassageStep.Waited("waited in vain " + passages.passage(passage).version(), null), reason, waysOut);
    }

    /**
     * The same for several that somebody stops at once.
     *
     * @param run what is done at once is told together
     * @param by who does it and needs not be told
     */
    public void inVain(long passage, String run, long by, StopReason reason, List<WayOut> waysOut) {
        stopped(passage, new PassageStep.Waited(run, by), reason, waysOut);
    }

    private void stopped(long passage, PassageStep.Waited waited, StopReason reason, List<WayOut> waysOut) {
        step.stopWaiting(passage, waited, reason, waysOut);
        engine.wake(passages.passage(passage).submission());
    }
}
