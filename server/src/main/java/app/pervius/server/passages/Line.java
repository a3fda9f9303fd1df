package app.pervius.server.passages;

import app.pervius.core.passage.Follow;
import app.pervius.core.passage.Move;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.Passage;
import app.pervius.core.passage.State;
import app.pervius.core.passage.Station;
import app.pervius.core.passage.WayOut;
import java.time.Instant;
import java.time.InstantSource;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.springframework.stereotype.Component;

/**
 * The line of six stations: the one way a passage goes, for real and in a trial. What differs between both is the ground it goes
 * over, and nothing else.
 */
@Component
public class Line {

    /** What a passage goes over. */
    public interface Ground {

        Books books();

        /** Carries out the effects of a station, or only takes note of them. */
        <E> void carryOut(StationWork<E> work, PassageFacts passage, List<E> effects);

        /**
         * The passage has moved.
         *
         * @param before as it came to the station
         * @param outcome what the station decided
         * @param after as it is now
         */
        void moved(PassageFacts before, Outcome<?> outcome, Move.Moved move, PassageFacts after);
    }

    private final InstantSource clock;
    private final Map<Station, StationWork<?>> works = new EnumMap<>(Station.class);

    Line(InstantSource clock, List<StationWork<?>> works) {
        this.clock = clock;
        works.forEach(work -> this.works.put(work.station(), work));
        if (this.works.size() != Station.values().length) {
            throw new IllegalStateException("a station has nobody to work it: " + this.works.keySet());
        }
    }

    /** What stations do before a transaction begins. */
    public void beforehand(List<PassageFacts.File> files) {
        works.values().forEach(work -> work.beforehand(files));
    }

    /** Takes a passage through the stations before it, as far as it goes; gives it where it is then. */
    public PassageFacts through(PassageFacts passage, Ground ground) {
        PassageFacts at = passage;
        while (at.passage().state() instanceof State.Running) {
            at = one(at, ground);
        }
        return at;
    }

    /** Takes a passage that moves through the station where it is. */
    public PassageFacts one(PassageFacts passage, Ground ground) {
        return work(passage, Objects.requireNonNull(works.get(passage.passage().station())), ground);
    }

    private <E> PassageFacts work(PassageFacts before, StationWork<E> station, Ground ground) {
        Outcome<E> outcome = station.decide(before, ground.books());
        boolean halts = outcome instanceof Outcome.Stopped || outcome instanceof Outcome.Returned || outcome instanceof Outcome.Left;
        Follow follow = halts ? Follow.NOTHING : station.follow(before, outcome.effects(), ground.books());
        ground.carryOut(station, before, outcome.effects());
        Passage passage = before.passage();
        Instant now = clock.instant();
        Move move = switch (outcome) {
            case Outcome.Passed<E>(List<E> effects, String account, String foretold) -> passage.passed(follow, account, now);
            case Outcome.Waiting<E>(List<E> effects, var what) -> passage.waits(follow, what, now);
            case Outcome.Returned<E>(var reason) -> passage.returns(reason, now);
            case Outcome.Left<E>(String why, boolean told) -> passage.left(why, told, now);
            case Outcome.Stopped<E>(var reason, List<WayOut> waysOut) -> passage.stops(reason, waysOut, now);
        };
        Move.Moved made = move.made();
        PassageFacts after = before.at(made.passage(), ground.books()::handling);
        ground.moved(before, outcome, made, after);
        return after;
    }
}
