package app.pervius.server.render;

import app.pervius.core.arrive.FileName;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.Station;
import app.pervius.core.prepare.Prepare;
import app.pervius.server.passages.Books;
import app.pervius.server.passages.PassageChange;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.StationWork;
import java.util.List;
import org.springframework.stereotype.Component;

@Component
class PrepareWork implements StationWork<Prepare.ReadHere> {

    @Override
    public Station station() {
        return Station.PREPARE;
    }

    @Override
    public Outcome<Prepare.ReadHere> decide(PassageFacts passage, Books books) {
        return Prepare.decide(passage.files().stream().map(f -> new FileName(f.name())).toList());
    }

    @Override
    public List<PassageChange> perform(PassageFacts passage, List<Prepare.ReadHere> effects) {
        return effects.stream().<PassageChange>map(read -> new PassageChange.ReadHere(read.file())).toList();
    }
}
