package app.pervius.server.stations;

import app.pervius.core.passage.TakenBy;
import app.pervius.core.passage.Change;
import app.pervius.core.passage.Follow;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.Station;
import app.pervius.core.rules.Arrival;
import app.pervius.server.passages.Books;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.StationWork;
import app.pervius.server.rules.arriving.Arriving;
import java.util.List;
import org.springframework.stereotype.Component;

/** Station Arrive: the sheet in the books judges, which is another one in a trial. */
@Component
class ArriveWork implements StationWork<Arrival.TakenBy> {

    private final Arriving arriving;

    ArriveWork(Arriving arriving) {
        this.arriving = arriving;
    }

    @Override
    public Station station() {
        return Station.ARRIVE;
    }

    @Override
    public Outcome<Arrival.TakenBy> decide(PassageFacts passage, Books books) {
        Outcome<Arrival.TakenBy> judged = Arrival.decide(arriving.facts(passage), books.sheet(),
                !passage.byHand() && passage.rule().isEmpty());
        return passage.byHand() && judged instanceof Outcome.Stopped<Arrival.TakenBy>
                ? new Outcome.Passed<>(List.of(), "Sent by hand; no rule says anything else of it.") : judged;
    }

    @Override
    public Follow follow(PassageFacts passage, List<Arrival.TakenBy> effects, Books books) {
        return Follow.of(effects.stream().<Change>map(taken -> new Change.RuleTakes(by(taken))).toList());
    }

    private static TakenBy by(Arrival.TakenBy taken) {
        return new TakenBy(taken.row().ruleId(), taken.row().edition(), taken.sheet(), taken.row().rule().name());
    }
}
