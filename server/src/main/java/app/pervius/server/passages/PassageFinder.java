package app.pervius.server.passages;

import app.pervius.core.passage.End;
import app.pervius.core.register.SearchWords;
import app.pervius.server.access.Actor;
import app.pervius.server.search.Finder;
import app.pervius.server.store.Portions;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Finds revisions by their number, revision and title, and by every name they ever had. */
@Component
class PassageFinder implements Finder {

    private final PassageWords words;
    private final PassageRepository passages;

    PassageFinder(PassageWords words, PassageRepository passages) {
        this.words = words;
        this.passages = passages;
    }

    @Override
    public Kind kind() {
        return Kind.PASSAGE;
    }

    @Override
    public Found find(long project, String text, int most, Actor actor) {
        Map<String, Object> parameters = Map.of("project", project, "firms", actor.seenFirms(project));
        List<Long> all = words.found(
                "select p.id from passage p where p.project_id = :project and (0 in (:firms) or p.author_firm_id in (:firms))", "p.id",
                parameters, SearchWords.sought(text), COUNTED + 1);
        return Found.of(all, most, ids -> Portions.of(ids, passages::findAllById).stream()
                .sorted(Comparator.comparing(StoredPassage::id).reversed())
                .map(PassageFinder::hit).toList());
    }

    private static Hit hit(StoredPassage p) {
        String where = p.state == Passages.State.DONE ? p.ended == End.ISSUED ? "issued" : "at its end"
                : (p.state == Passages.State.STOPPED ? "stopped at " : "at ") + p.station.label();
        return new Hit(p.number, p.revision, p.title, where + (p.originalName.startsWith(p.title) ? "" : ", came as " + p.originalName),
                "/passages/" + p.id());
    }
}
