package app.pervius.server.rules;

import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.Station;
import app.pervius.core.rules.Arrival;
import app.pervius.core.rules.RuleSheet;
import app.pervius.server.passages.Books;
import app.pervius.server.passages.PassageChange;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.StationWork;
import java.util.List;
import org.springframework.stereotype.Component;

/** Station Arrive: the sheet in force judges; a trial has another sheet judge. */
@Component
public class ArriveWork implements StationWork<Arrival.TakenBy> {

    private final Rules rules;
    private final Arriving arriving;

    ArriveWork(Rules rules, Arriving arriving) {
        this.rules = rules;
        this.arriving = arriving;
    }

    @Override
    public Station station() {
        return Station.ARRIVE;
    }

    @Override
    public Outcome<Arrival.TakenBy> decide(PassageFacts passage, Books books) {
        return decide(passage, rules.sheet(passage.project()));
    }

    /** What a sheet says of a passage. */
    public Outcome<Arrival.TakenBy> decide(PassageFacts passage, RuleSheet sheet) {
        Outcome<Arrival.TakenBy> judged = Arrival.decide(arriving.facts(passage), sheet);
        return passage.byHand() && judged instanceof Outcome.Stopped<Arrival.TakenBy>
                ? new Outcome.Passed<>(List.of(), "Sent by hand; no rule says anything else of it.") : judged;
    }

    @Override
    public List<PassageChange> perform(PassageFacts passage, List<Arrival.TakenBy> effects) {
        return effects.stream().<PassageChange>map(taken -> new PassageChange.RuleTakes(by(taken))).toList();
    }

    /** A rule that takes an arrival, as passages name it. */
    public static PassageFacts.TakenBy by(Arrival.TakenBy taken) {
        return new PassageFacts.TakenBy(taken.row().ruleId(), taken.row().edition(), taken.sheet(), taken.row().rule().name());
    }
}
