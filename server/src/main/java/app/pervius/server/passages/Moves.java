package app.pervius.server.passages;

import app.pervius.core.passage.Decision;
import app.pervius.core.passage.Entry;
import app.pervius.core.passage.Holder;
import app.pervius.core.passage.Move;
import app.pervius.core.passage.Passage;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.PersonId;
import app.pervius.server.journal.Journal;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.store.Portions;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What a review does with the passages that are in it. Those that can go on are taken on by the engine, once woken. */
@Service
@Transactional(propagation = Propagation.MANDATORY)
public class Moves {

    private final PassageRepository passages;
    private final Moving moving;
    private final Journal journal;
    private final Live live;
    private final InstantSource clock;

    Moves(PassageRepository passages, Moving moving, Journal journal, Live live, InstantSource clock) {
        this.passages = passages;
        this.moving = moving;
        this.journal = journal;
        this.live = live;
        this.clock = clock;
    }

    /**
     * Says who has waiting passages of one submission from now on, and until when they should answer; nothing happens to those that wait no
     * more.
     */
    public void heldBy(Collection<Long> ids, Holder holder, @Nullable Instant due, String waitsFor) {
        together(ids, passage -> passage.heldBy(holder, Optional.ofNullable(due), waitsFor));
    }

    /** The same where a step of their review begins, which is written on their journals. */
    public void stepBegins(Collection<Long> ids, Holder holder, Instant due, String step) {
        together(ids, passage -> passage.stepBegins(holder, due, step, clock.instant()));
    }

    /** Each passage's row is written once, and one change of their submission is told. */
    private void together(Collection<Long> ids, Function<Passage, Move> how) {
        List<StoredPassage> rows = Portions.of(ids, passages::findAllById);
        for (StoredPassage row : rows) {
            if (how.apply(row.passage()) instanceof Move.Moved moved) {
                moving.make(row, moved, Moving.By.pervius(""), null);
            }
        }
        rows.stream().findFirst().ifPresent(row -> live.changed(new Change(row.projectId, row.authorFirmId, Live.Topic.PASSAGE,
                row.submissionId).in(row.folderId).of(List.of(row.authorId, row.uploaderId))));
    }

    /** Writes on the journal of a passage what somebody has done with it at its station. */
    public void note(long id, Entry.Kind kind, Journal.Actor actor, String account) {
        note(Map.of(id, account), kind, actor);
    }

    /** The same on several passages, on each of its own; all together, since each by itself costs more the more there are. */
    public void note(Map<Long, String> accounts, Entry.Kind kind, Journal.Actor actor) {
        List<StoredPassage> rows = Portions.of(accounts.keySet(), passages::findAllById);
        if (rows.size() != accounts.size()) {
            throw new IllegalArgumentException("not all of these passages are there: " + accounts.keySet());
        }
        rows.forEach(row -> row.note(journal, actor, new Entry(row.station, kind, Objects.requireNonNull(accounts.get(row.id())))));
    }

    @EventListener
    void noted(PassageNoted noted) {
        note(noted.passage(), Entry.Kind.NOTED, Journal.Actor.PERVIUS, noted.account());
    }

    /** Gives a passage that waits in review its decision; nothing happens to one that waits no more. */
    public void decided(long id, Decision decision, FieldValues values) {
        ifPossible(id, passage -> passage.decided(decision, values));
    }

    /** The review of a waiting passage goes on at a step, 0-based, once it comes to review again. */
    public void reviewFrom(long id, int step) {
        ifPossible(id, passage -> passage.reviewFrom(step));
    }

    private void ifPossible(long id, Function<Passage, Move> how) {
        StoredPassage row = passages.findById(id).orElseThrow();
        if (how.apply(row.passage()) instanceof Move.Moved moved) {
            moving.make(row, moved, Moving.By.pervius(""));
        }
    }

    /** Takes a passage that waits in review out of the flow; its files stay where they are. */
    public void takeBack(long id, Journal.Actor actor, String account) {
        StoredPassage row = passages.findById(id).orElseThrow();
        moving.make(row, row.passage().takenBack(account, clock.instant()).made(), new Moving.By(actor, "", null));
    }

    /** Brings a passage that was decided back to review, at a step, 0-based. */
    public void reopen(long id, int step, Journal.Actor actor, String why, String account) {
        StoredPassage row = passages.findById(id).orElseThrow();
        Passage.Reopened again = new Passage.Reopened(new PersonId(Objects.requireNonNull(actor.person())), why);
        moving.make(row, row.passage().reopened(step, again, account, clock.instant()).made(), new Moving.By(actor, "", null));
    }
}
