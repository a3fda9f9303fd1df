package app.pervius.server.reviews.arranging;

import app.pervius.core.passage.Entry;
import app.pervius.core.passage.PassageId;
import app.pervius.core.review.Board;
import app.pervius.core.review.Refusal;
import app.pervius.core.review.Route;
import app.pervius.core.tell.Occasion;
import app.pervius.server.access.Actor;
import app.pervius.server.refused.Refused;
import app.pervius.server.reviews.Acts;
import app.pervius.server.reviews.Boards;
import app.pervius.server.reviews.ChaseBook;
import app.pervius.server.reviews.Review;
import app.pervius.server.reviews.ReviewFiles;
import app.pervius.server.reviews.ReviewRepository;
import app.pervius.server.reviews.ReviewState;
import app.pervius.server.reviews.ReviewTelling;
import app.pervius.server.reviews.ReviewTurns;
import app.pervius.server.reviews.Seats;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What is done with whole reviews: splitting files off, joining, taking back, stopping. Before the first decision, but for the stop. */
@Service
@Transactional
class Arranging {

    private final ReviewRepository reviews;
    private final Acts acts;
    private final Boards boards;
    private final ReviewTurns turns;
    private final Seats seats;
    private final ChaseBook chases;
    private final ReviewFiles files;
    private final ReviewTelling telling;

    Arranging(ReviewRepository reviews, Acts acts, Boards boards, ReviewTurns turns, Seats seats, ChaseBook chases, ReviewFiles files,
            ReviewTelling telling) {
        this.reviews = reviews;
        this.acts = acts;
        this.boards = boards;
        this.turns = turns;
        this.seats = seats;
        this.chases = chases;
        this.files = files;
        this.telling = telling;
    }

    /** Makes files a review of their own; gives its id. */
    long split(long id, int turn, List<Long> which, Actor actor) {
        Acts.Opened at = mayArrange(acts.open(id, actor), turn, actor);
        Review review = at.review();
        Route route = at.route();
        switch (at.board().split(which.stream().map(PassageId::new).toList())) {
            case Board.Move.Divided(Board rest, Board off) -> {
                Review apart = turns.off(review, off.files().stream().map(f -> f.passage().value()).toList());
                apart.state = review.state;
                apart.stepBegan = review.stepBegan;
                apart.due = review.due;
                apart.nextChase = review.nextChase;
                reviews.saveAndFlush(apart);
                seats.copy(review, apart);
                chases.copy(review, apart);
                acts.note(apart, Entry.Kind.AMONG_REVIEWERS, actor, "Split off, to be decided by itself.");
                turns.heldAnew(apart, route);
                turns.heldAnew(review, route);
                tellRearranged(apart, "split off", "\n" + actor.in(review.projectId)
                        .name() + " has split this off: it is decided by itself from now on.", actor);
                return apart.id();
            }
            case Board.Move.Refused(Refusal why) -> throw acts.refused(at, turn, why);
            case Board.Move move -> throw new IllegalStateException("not a split: " + move);
        }
    }

    /** Takes the files of another review of the same submission in; that one is no more. */
    void join(long id, int turn, long other, Actor actor) {
        Acts.Opened first = mayArrange(acts.open(Math.min(id, other), actor), Integer.MIN_VALUE, actor);
        Acts.Opened second = mayArrange(acts.open(Math.max(id, other), actor), Integer.MIN_VALUE, actor);
        Acts.Opened at = first.review().id() == id ? first : second;
        Review into = at.review();
        Review from = (at == first ? second : first).review();
        if (into == from || into.submissionId != from.submissionId || into.turn != turn) {
            throw Refused.conflict("not-alike", "Only reviews of the same submission that are at the same step can be joined.");
        }
        Route route = at.route();
        if (at.board().join(boards.board(from, route)) instanceof Board.Move.Refused(Refusal why)) {
            throw acts.refused(at, turn, why);
        }
        acts.note(from, Entry.Kind.AMONG_REVIEWERS, actor, "Joined with the other files.");
        files.move(from.id(), into.id(), files.live(from.id()).stream().map(ReviewFiles.InReview::passage).toList());
        turns.end(from, ReviewState.CLOSED);
        turns.heldAnew(into, route);
        tellRearranged(into, "joined", "\n" + actor.in(into.projectId)
                .name() + " has joined this with other files: they are decided together from now on.", actor);
    }

    /** Those who decide learn that a review has other files than it had, but not from themselves. */
    private void tellRearranged(Review review, String run, String detail, Actor actor) {
        if (review.state == ReviewState.OPEN) {
            telling.everybody(review, Occasion.REARRANGED, run + " " + review.id() + " " + review.version, detail,
                    Set.of(actor.person(review.projectId)));
        }
    }

    private Acts.Opened mayArrange(Acts.Opened at, int turn, Actor actor) {
        Review review = at.review();
        if (!actor.controls(review.projectId) && !actor.is(review.senderId)) {
            throw Refused.forbidden("Files are split off and joined by document control, or by who sent them.");
        }
        if (turn != Integer.MIN_VALUE && review.turn != turn) {
            throw acts.refused(at, turn, new Refusal.TurnIsOver());
        }
        return at;
    }
}
