package app.pervius.server.passages;

import app.pervius.core.passage.Move;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.State;
import app.pervius.core.passage.Station;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.WayOut;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.store.Turns;
import jakarta.persistence.EntityManager;
import java.time.Duration;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Takes a stored passage along the line, in a transaction with its new state and its journal entries. Stations that follow each
 * other without a wait share one, which ends where a number has been drawn and somebody else waits for one: its counter is held until
 * then; the next passages of the submission share it, too, as long as nobody waits. After a fault each station has its own, so that what
 * was done stays done.
 */
@Component
class PassageStep {

    /** A passage in the hand of a worker; its files do not change. */
    record Carried(long passage, String run, List<PassageFacts.File> files) {
    }

    /**
     * What became of several passages in one transaction.
     *
     * @param done so many of them, from the first
     * @param goesOn whether the last of these can go on at the next station at once
     */
    record Together(int done, boolean goesOn) {
    }

    /** How many passages are looked up together. */
    private static final int AT_ONCE = 50;
    /** For so long a transaction takes on another passage: what others write is not on the disk, and not answered, before it has ended. */
    private static final Duration LONG_ENOUGH = Duration.ofMillis(25);

    private final PassageRepository passages;
    private final Passages views;
    private final Line line;
    private final Moving moving;
    private final Books.Keeper books;
    private final Turns turns;
    private final EntityManager entities;
    private final Live live;
    private final InstantSource clock;

    PassageStep(PassageRepository passages, Passages views, Line line, Moving moving, Books.Keeper books, Turns turns,
            EntityManager entities, Live live, InstantSource clock) {
        this.passages = passages;
        this.views = views;
        this.line = line;
        this.moving = moving;
        this.books = books;
        this.turns = turns;
        this.entities = entities;
        this.live = live;
        this.clock = clock;
    }

    /** Those of the submission that can go on, after the one named, in their order; empty at the end. */
    @Transactional(readOnly = true)
    List<Carried> next(long submission, int run, long after) {
        List<Long> ids = passages.nextToRun(submission, Passages.State.RUNNING, after, Limit.of(AT_ONCE));
        Map<Long, List<PassageFacts.File>> files = views.filesOf(ids);
        return ids.stream().map(id -> new Carried(id, "run " + run, files.getOrDefault(id, List.of()))).toList();
    }

    /** What stations do before a transaction begins. */
    void beforehand(Carried carried) {
        line.beforehand(carried.files());
    }

    /** Takes passages through the stations before them, one after the other, until somebody waits for what this has in hand. */
    @Transactional
    Together advance(List<Carried> several) {
        long began = System.nanoTime();
        int done = 0;
        boolean goesOn;
        do {
            goesOn = advance(several.get(done++), false);
            // Much is written as plain rows, of which the mapping knows nothing: the next one reads what is there, as in a transaction of
            // its own.
            entities.flush();
            entities.clear();
        } while (done < several.size() && !goesOn && !turns.wanted() && System.nanoTime() - began < LONG_ENOUGH.toNanos());
        return new Together(done, goesOn);
    }

    /**
     * Takes the passage through the stations before it, as far as it goes in one transaction, or through one only. True if it can go on
     * at the next at once.
     */
    @Transactional
    boolean advance(Carried carried, boolean oneOnly) {
        StoredPassage row = passages.findById(carried.passage()).orElseThrow();
        PassageFacts passage = facts(row, carried);
        if (!(passage.passage().state() instanceof State.Running)) {
            return false;
        }
        Stored ground = new Stored(row, carried);
        PassageFacts after = oneOnly ? line.one(passage, ground) : together(passage, ground);
        live.changed(new Change(row.projectId, row.authorFirmId, Live.Topic.PASSAGE, row.submissionId).in(row.folderId)
                .of(List.of(row.authorId, row.uploaderId)));
        return after.passage().state() instanceof State.Running;
    }

    private PassageFacts together(PassageFacts passage, Stored ground) {
        PassageFacts at = passage;
        boolean drew;
        do {
            drew = at.passage().station() == Station.NUMBER && at.number().isEmpty();
            at = line.one(at, ground);
        } while (!(drew && turns.wanted()) && at.passage().state() instanceof State.Running);
        return at;
    }

    /** Stops a passage whose station failed again and again, with the error as it was. */
    @Transactional
    void stopForFault(Carried carried, RuntimeException fault) {
        StoredPassage row = passages.findById(carried.passage()).orElseThrow();
        StopReason reason = new StopReason(StopReason.Code.FAULT, "Pervius failed here several times: " + fault.getClass()
                .getSimpleName() + ": " + fault.getMessage());
        Move stopped = row.passage().stops(reason, List.of(WayOut.TRY_AGAIN, WayOut.SEND_BACK, WayOut.TAKE_OUT), clock.instant());
        // One that was taken out or sent back meanwhile needs no stop.
        if (stopped instanceof Move.Moved moved) {
            moving.make(row, moved, Moving.By.pervius(carried.run()));
        }
    }

    private PassageFacts facts(StoredPassage row, Carried carried) {
        var passage = row.passage();
        return new PassageFacts(row.origin(), passage, passage.identity().rule().map(by -> books.of(row.projectId).handling(by)),
                carried.files(), carried.run());
    }

    /** The real ground: the books themselves, effects carried out, and every move stored. */
    private final class Stored implements Line.Ground {
        private final StoredPassage row;
        private final Carried carried;
        private final Books its;

        Stored(StoredPassage row, Carried carried) {
            this.row = row;
            this.carried = carried;
            this.its = books.of(row.projectId);
        }

        @Override
        public Books books() {
            return its;
        }

        @Override
        public <E> void carryOut(StationWork<E> work, PassageFacts passage, List<E> effects) {
            work.carryOut(passage, effects);
        }

        @Override
        public void moved(PassageFacts before, Outcome<?> outcome, Move.Moved move, PassageFacts after) {
            Moving.By pervius = Moving.By.pervius(carried.run());
            moving.make(row, move, pervius, after);
        }
    }
}
