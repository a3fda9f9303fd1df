package app.pervius.server.passages;

import app.pervius.core.passage.Decision;
import app.pervius.core.passage.End;
import app.pervius.core.passage.Identity;
import app.pervius.core.passage.Move;
import app.pervius.core.passage.State;
import app.pervius.server.journal.Journal;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Makes a move of a stored passage: its row, its journal and its words, and everybody who has to know, in the transaction of the move. */
@Component
@Transactional(propagation = Propagation.MANDATORY)
class Moving {

    /**
     * Who moves it.
     *
     * @param run names what is done at once, so that it is told together
     * @param untold whoever does it and need not be told; absent where that is nobody
     */
    record By(Journal.Actor actor, String run, @Nullable Long untold) {
        /** Pervius, in a run. */
        static By pervius(String run) {
            return new By(Journal.Actor.PERVIUS, run, null);
        }
    }

    private final PassageWords words;
    private final Journal journal;
    private final Notices notices;
    private final Choices.OfRules rules;
    private final Live live;
    private final ApplicationEventPublisher events;

    Moving(PassageWords words, Journal journal, Notices notices, Choices.OfRules rules, Live live, ApplicationEventPublisher events) {
        this.words = words;
        this.journal = journal;
        this.notices = notices;
        this.rules = rules;
        this.live = live;
        this.events = events;
    }

    /** Makes a move of which its stations are not the ones to say what else there is to know. */
    void make(StoredPassage row, Move.Moved move, By by) {
        PassageFacts facts = move.notices().isEmpty() ? null : new PassageFacts(row.origin(), move.passage(),
                move.passage().identity().rule().map(its -> rules.handling(row.projectId, its)), List.of(), by.run());
        make(row, move, by, facts);
        live.changed(new Change(row.projectId, row.authorFirmId, Live.Topic.PASSAGE, row.submissionId).in(row.folderId)
                .of(List.of(row.authorId, row.uploaderId)));
    }

    /** @param after the passage as it is then; absent where nobody is told */
    void make(StoredPassage row, Move.Moved move, By by, @Nullable PassageFacts after) {
        Identity knownAs = row.passage().identity();
        boolean wasDone = row.state == Passages.State.DONE;
        row.become(move.passage());
        move.entries().forEach(entry -> row.note(journal, by.actor(), entry));
        Identity its = move.passage().identity();
        if (!its.title().equals(knownAs.title()) || !its.baseName().equals(knownAs.baseName()) || !its.revision()
                .equals(knownAs.revision())) {
            words.index(row, knownAs, its);
        }
        if (after != null) {
            move.notices().forEach(notice -> notices.tell(after, notice, by.untold()));
        }
        if (move.passage().state() instanceof State.Done done) {
            boolean asDecided = done.how() == End.ISSUED || done.how() == End.RETURNED;
            events.publishEvent(new PassageEnded(row.id(), done.how(), move.passage().decision().filter(d -> asDecided).map(Decision::code)
                    .orElse(null),
                    done.statusCode().orElse(null)));
        } else if (wasDone) {
            events.publishEvent(new PassageReopened(row.id()));
        }
    }
}
