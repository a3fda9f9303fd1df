package app.pervius.server.passages;

import app.pervius.core.passage.Move;
import app.pervius.core.passage.Passage;
import app.pervius.core.passage.State;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.WayOut;
import app.pervius.server.due.Look;
import app.pervius.server.journal.Journal;
import java.time.Duration;
import java.time.InstantSource;
import java.util.List;
import java.util.function.Function;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Ends the wait of passages that wait for something other than people: it has come, it never will, or its time is over. */
@Service
@Transactional
public class Waiting implements Look {

    /** How many are ended together. */
    private static final int AT_ONCE = 100;

    private final PassageRepository passages;
    private final Moving moving;
    private final Engine engine;
    private final InstantSource clock;

    Waiting(PassageRepository passages, Moving moving, Engine engine, InstantSource clock) {
        this.passages = passages;
        this.moving = moving;
        this.engine = engine;
        this.clock = clock;
    }

    /** What it waited for is there; its station decides anew. Nothing happens to one that waits no more. */
    public void over(long passage) {
        move(passage, Passage::goesOn, row -> Moving.By.pervius(""));
    }

    /** The documents of which passages wait until no revision is on its way. */
    @Transactional(readOnly = true)
    public List<Long> documents() {
        return passages.documentsAwaited(Passages.State.WAITING);
    }

    /** No revision of a document is on its way any more: those that wait for that go on. */
    public void overFor(long document) {
        passages.awaiting(Passages.State.WAITING, document).forEach(this::over);
    }

    /** What it waited for will not come by itself. */
    public void inVain(long passage, StopReason reason, List<WayOut> waysOut) {
        move(passage, its -> stops(its, reason, waysOut), row -> Moving.By.pervius("waited in vain " + row.version));
    }

    /**
     * The same for several that somebody stops at once.
     *
     * @param run what is done at once is told together
     * @param by who does it and needs not be told
     */
    public void inVain(long passage, String run, long by, StopReason reason, List<WayOut> waysOut) {
        move(passage, its -> stops(its, reason, waysOut), row -> new Moving.By(Journal.Actor.PERVIUS, run, by));
    }

    @Override
    public String key() {
        return "waits";
    }

    @Override
    public Duration every() {
        return Duration.ofSeconds(20);
    }

    /** Those that wait longer than they should do what was said of that, some at a time. */
    @Override
    public void look() {
        passages.waitedTooLong(Passages.State.WAITING, clock.instant(), Limit.of(AT_ONCE))
                .forEach(id -> move(id, its -> its.timeIsOver(clock.instant()), row -> Moving.By.pervius("time over " + row.version)));
    }

    private Move stops(Passage passage, StopReason reason, List<WayOut> waysOut) {
        return passage.state() instanceof State.Waiting ? passage.stops(reason, waysOut, clock.instant())
                : new Move.Refused(Move.Why.NOT_WAITING);
    }

    private void move(long id, Function<Passage, Move> how, Function<StoredPassage, Moving.By> by) {
        StoredPassage row = passages.findById(id).orElseThrow();
        if (how.apply(row.passage()) instanceof Move.Moved moved) {
            moving.make(row, moved, by.apply(row));
        }
        engine.wake(row.submissionId);
    }
}
