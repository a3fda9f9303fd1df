package app.pervius.server.reviews;

import app.pervius.server.passages.Reviewed;
import app.pervius.server.people.People;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Reviews: how they form, begin and end, and what the other features ask of them. How they go on from a step is in {@link Parting}. */
@Service
@Transactional(propagation = Propagation.MANDATORY)
public class Reviews implements Reviewed.Keeper {

    private final ReviewRepository reviews;
    private final AnswerRepository answers;
    private final ReviewFiles files;
    private final WatcherBook watchers;
    private final Boards boards;
    private final People people;
    private final OnSheets onSheets;

    Reviews(ReviewRepository reviews, AnswerRepository answers, ReviewFiles files, WatcherBook watchers, Boards boards,
            People people, OnSheets onSheets) {
        this.reviews = reviews;
        this.answers = answers;
        this.files = files;
        this.watchers = watchers;
        this.boards = boards;
        this.people = people;
        this.onSheets = onSheets;
    }

    /** A review where it is now, for callers inside the server. */
    public record At(long id, int turn, boolean open) {
    }

    @Override
    @Transactional(readOnly = true)
    public Reviewed of(long passage) {
        boolean begun = files.lastOf(passage).isPresent();
        return begun ? new Reviewed(true, released(passage), onSheets.released(passage)) : Reviewed.NOTHING;
    }

    /** The review a passage is or was in last. */
    @Transactional(readOnly = true)
    public Optional<At> at(long passage) {
        return reviews.ofPassage(passage).map(r -> new At(r.id(), r.turn, r.state == ReviewState.OPEN));
    }

    /** The last step, 0-based, of the route a passage was last reviewed on. */
    @Transactional(readOnly = true)
    public int lastStep(long passage) {
        return reviews.ofPassage(passage).map(r -> boards.route(r).steps().size() - 1).orElse(0);
    }

    /** Everything said of a revision, as it was said, in the order it was. */
    @Transactional(readOnly = true)
    public List<Reviewed.Said> said(long passage) {
        return answers.ofPassages(List.of(passage)).stream().map(a -> said(a, a.comment)).toList();
    }

    /** The same as its author reads it: with the comments as the lead has drawn them together. */
    @Transactional(readOnly = true)
    public List<Reviewed.Said> released(long passage) {
        return answers.ofPassages(List.of(passage)).stream().map(a -> said(a, a.released())).toList();
    }

    private Reviewed.Said said(ReviewAnswer a, String comment) {
        String by = a.personId == null ? Reviewed.NOBODY : people.person(a.personId).name();
        String who = a.insteadOf == null ? by : by + " for " + people.person(a.insteadOf).name();
        return new Reviewed.Said(a.step, a.stepName, who, a.code, comment, a.givenAt);
    }

    /** Notes what was said with a submission that was sent on a route by hand, and who else is told of it. */
    public void sentByHand(long submission, long sender, String message, WatcherBook.Watched told) {
        watchers.keep(submission, new WatcherBook.Sending(sender, message, told));
    }
}
