package app.pervius.server.passages;

import app.pervius.server.access.Actor;
import app.pervius.server.journal.Journal;
import java.util.List;
import org.springframework.stereotype.Component;

/** The journal of a passage as a person may read it. */
@Component
public class JournalFor {

    private final Journal journal;

    JournalFor(Journal journal) {
        this.journal = journal;
    }

    /** What reviewers have said is left out for the author's firm until the passage is at its end. */
    public List<Journal.JournalLine> read(Passages.PassageView passage, Actor actor) {
        Actor.Membership membership = actor.in(passage.project());
        boolean reviewing = membership.controls() || membership.seesAll();
        return journal.of(passage.id()).stream()
                .filter(line -> reviewing || passage.state() == Passages.State.DONE || line.kind() != Journal.Kind.STEP_CLOSED).toList();
    }
}
