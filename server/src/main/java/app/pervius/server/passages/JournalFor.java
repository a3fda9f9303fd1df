package app.pervius.server.passages;

import app.pervius.core.passage.Entry;
import app.pervius.server.access.Actor;
import app.pervius.server.journal.Journal;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;

/** The journal of a passage as a person may read it. */
@Component
public class JournalFor {

    private static final Set<Entry.Kind> AMONG_THEMSELVES = EnumSet.of(Entry.Kind.STEP_CLOSED, Entry.Kind.AMONG_REVIEWERS);

    private final Journal journal;

    JournalFor(Journal journal) {
        this.journal = journal;
    }

    /** What reviewers have said among themselves is left out for the author's firm; it reads what is released to it. */
    public List<Journal.JournalLine> read(Passages.PassageView passage, Actor actor) {
        return read(passage.id(), passage.project(), passage.from().authorFirm(), actor);
    }

    List<Journal.JournalLine> read(long passage, long project, long authorFirm, Actor actor) {
        boolean reviewing = actor.in(project).reviews(authorFirm);
        return journal.of(passage).stream()
                .filter(line -> reviewing || !AMONG_THEMSELVES.contains(line.kind())).toList();
    }
}
