package app.pervius.server.rules;

import app.pervius.core.arrive.FileFormat;
import app.pervius.core.arrive.FileName;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.Station;
import app.pervius.core.project.FirmId;
import app.pervius.core.project.PersonId;
import app.pervius.core.rules.Arrival;
import app.pervius.core.rules.ArrivalFacts;
import app.pervius.server.folders.Folders;
import app.pervius.server.passages.PassageChange;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.StationWork;
import app.pervius.server.people.People;
import java.util.List;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

@Component
class ArriveWork implements StationWork<Arrival.TakenBy> {

    private final Rules rules;
    private final Folders folders;
    private final People people;

    ArriveWork(Rules rules, Folders folders, People people) {
        this.rules = rules;
        this.folders = folders;
        this.people = people;
    }

    @Override
    public Station station() {
        return Station.ARRIVE;
    }

    @Override
    public Outcome<Arrival.TakenBy> decide(PassageFacts passage) {
        People.PersonView author = people.person(passage.author());
        Outcome<Arrival.TakenBy> judged = Arrival.decide(new ArrivalFacts(folders.pathUp(passage.folder()),
                passage.files().stream().map(f -> FileFormat.of(new FileName(f.name()))).collect(Collectors.toSet()),
                new PersonId(author.id()), new FirmId(author.firmId()), author.name() + " (" + author.firmName() + ")"),
                rules.sheet(passage.project()));
        return passage.byHand() && judged instanceof Outcome.Stopped<Arrival.TakenBy>
                ? new Outcome.Passed<>(List.of(), "Sent by hand; no rule says anything else of it.") : judged;
    }

    @Override
    public List<PassageChange> perform(PassageFacts passage, List<Arrival.TakenBy> effects) {
        return effects.stream().map(Arrival.TakenBy::row)
                .<PassageChange>map(row -> new PassageChange.RuleTakes(row.ruleId(), row.edition(), row.rule().name())).toList();
    }
}
