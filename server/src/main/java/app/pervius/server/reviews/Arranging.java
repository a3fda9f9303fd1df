package app.pervius.server.reviews;

import app.pervius.core.passage.Entry;
import app.pervius.core.passage.PassageId;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.WayOut;
import app.pervius.core.review.Board;
import app.pervius.core.review.Refusal;
import app.pervius.core.review.Route;
import app.pervius.core.tell.Occasion;
import app.pervius.server.access.Actor;
import app.pervius.server.refused.Refused;
import app.pervius.server.journal.Journal;
import app.pervius.server.messages.Messages;
import app.pervius.server.passages.Engine;
import app.pervius.server.passages.Moves;
import app.pervius.server.passages.Waiting;
import app.pervius.server.people.People;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What is done with whole reviews: splitting files off, joining, taking back, stopping. Before the first decision, but for the stop. */
@Service
@Transactional
class Arranging {

    private final ReviewRepository reviews;
    private final Reviews flow;
    private final Parting parting;
    private final Seats seats;
    private final Chasing chasing;
    private final ReviewFiles files;
    private final ReviewAccess access;
    private final Refusals refusals;
    private final Moves moves;
    private final Waiting waiting;
    private final Messages messages;
    private final Engine engine;
    private final People people;

    Arranging(ReviewRepository reviews, Reviews flow, Parting parting, Seats seats, Chasing chasing, ReviewFiles files, ReviewAccess access,
            Refusals refusals,
            Moves moves, Waiting waiting, Messages messages, Engine engine, People people) {
        this.reviews = reviews;
        this.flow = flow;
        this.parting = parting;
        this.seats = seats;
        this.chasing = chasing;
        this.files = files;
        this.access = access;
        this.refusals = refusals;
        this.moves = moves;
        this.waiting = waiting;
        this.messages = messages;
        this.engine = engine;
        this.people = people;
    }

    /** Makes files a review of their own; gives its id. */
    long split(long id, int turn, List<Long> which, Actor actor) {
        Review review = mayArrange(access.locked(id, actor), turn, actor);
        Route route = flow.route(review);
        switch (flow.board(review, route).split(which.stream().map(PassageId::new).toList())) {
            case Board.Move.Divided(Board rest, Board off) -> {
                Review apart = flow.off(review, off.files().stream().map(f -> f.passage().value()).toList());
                apart.state = review.state;
                apart.stepBegan = review.stepBegan;
                apart.due = review.due;
                apart.nextChase = review.nextChase;
                reviews.saveAndFlush(apart);
                seats.copy(review, apart);
                chasing.copy(review, apart);
                note(apart, Entry.Kind.AMONG_REVIEWERS, actor, "Split off, to be decided by itself.");
                flow.heldAnew(apart, route);
                flow.heldAnew(review, route);
                tellRearranged(apart, "split off", "\n" + actor.in(review.projectId)
                        .name() + " has split this off: it is decided by itself from now on.", actor);
                return apart.id();
            }
            case Board.Move.Refused(Refusal why) -> throw refusals.problem(review, route, turn, why);
            case Board.Move move -> throw new IllegalStateException("not a split: " + move);
        }
    }

    /** Takes the files of another review of the same submission in; that one is no more. */
    void join(long id, int turn, long other, Actor actor) {
        Review review = mayArrange(access.locked(Math.min(id, other), actor), Integer.MIN_VALUE, actor);
        Review taken = mayArrange(access.locked(Math.max(id, other), actor), Integer.MIN_VALUE, actor);
        Review into = review.id() == id ? review : taken;
        Review from = into == review ? taken : review;
        if (into == from || into.submissionId != from.submissionId || into.turn != turn) {
            throw Refused.conflict("not-alike", "Only reviews of the same submission that are at the same step can be joined.");
        }
        Route route = flow.route(into);
        if (flow.board(into, route).join(flow.board(from, route)) instanceof Board.Move.Refused(Refusal why)) {
            throw refusals.problem(into, route, turn, why);
        }
        note(from, Entry.Kind.AMONG_REVIEWERS, actor, "Joined with the other files.");
        files.move(from.id(), into.id(), files.live(from.id()).stream().map(ReviewFiles.InReview::passage).toList());
        flow.end(from, ReviewState.CLOSED);
        flow.heldAnew(into, route);
        tellRearranged(into, "joined", "\n" + actor.in(review.projectId)
                .name() + " has joined this with other files: they are decided together from now on.", actor);
    }

    /** Its sender, the author or a controller takes it back, while nobody has decided; the files stay where they lie. */
    void takeBack(long id, int turn, String reason, Actor actor) {
        Review review = reviews.locked(id).filter(r -> access.sees(r, actor) || mayTakeBack(r, actor))
                .orElseThrow(() -> Refused.notFound("review"));
        Route route = flow.route(review);
        if (!mayTakeBack(review, actor)) {
            throw Refused.forbidden("A review is taken back by who sent it, by the author, or by document control.");
        }
        if (review.turn != turn) {
            throw refusals.problem(review, route, turn, new Refusal.TurnIsOver());
        }
        flow.board(review, route).notFresh().ifPresent(why -> {
            throw refusals.problem(review, route, turn, why);
        });
        var sitting = seats.in(review);
        flow.tell(review, seats.toTell(review, sitting), Occasion.TAKEN_BACK, "taken back " + review.id(),
                "\nTaken back by " + actor.in(review.projectId).name() + (reason.isBlank() ? "." : ": " + reason.strip()));
        files.live(review.id()).forEach(file -> {
            files.over(review.id(), List.of(file.passage()));
            moves.takeBack(file.passage(), Journal.by(actor, review.projectId),
                    "Taken back before anybody decided" + (reason.isBlank() ? "." : ": " + reason.strip()));
        });
        flow.end(review, ReviewState.TAKEN_BACK);
        parting.passOn(review, route);
    }

    static boolean mayTakeBack(Review review, Actor actor) {
        return actor.controls(review.projectId) || actor.memberships().containsKey(review.projectId)
                && (actor.is(review.authorId) || actor.is(review.senderId));
    }

    /** Whether somebody may take a review back, and nobody has decided yet. */
    @Transactional(readOnly = true)
    public boolean couldTakeBack(Review review, Actor actor) {
        return mayTakeBack(review, actor) && flow.board(review, flow.route(review)).notFresh().isEmpty();
    }

    /** A controller stops a review: its files are stopped with the reason and their ways out. */
    void stop(long id, String reason, Actor actor) {
        Review review = access.locked(id, actor);
        actor.mustControl(review.projectId);
        Route route = flow.route(review);
        if (reason.isBlank()) {
            throw Refused.invalid("reason", "Say why; it stands on every file.");
        }
        if (!review.state.live()) {
            throw refusals.problem(review, route, review.turn, new Refusal.IsOver());
        }
        List<Long> its = files.live(review.id()).stream().map(ReviewFiles.InReview::passage).toList();
        flow.tell(review, seats.toTell(review, seats.in(review)), Occasion.STOPPED, "stopped " + review.id(),
                "\nStopped by " + actor.in(review.projectId).name() + ": " + reason.strip());
        files.over(review.id(), its);
        flow.end(review, ReviewState.STOPPED);
        its.forEach(passage -> waiting.inVain(passage, "stopped " + review.id(), actor.person(review.projectId),
                new StopReason(StopReason.Code.REVIEW_STOPPED, actor.in(review.projectId)
                .name() + " stopped the review: " + reason.strip()),
                List.of(WayOut.TRY_AGAIN, WayOut.CHOOSE_ROUTE, WayOut.SEND_BACK, WayOut.TAKE_OUT)));
        parting.passOn(review, route);
        engine.wake(review.submissionId);
    }

    /** More people who are told of its files, in or outside the project; known ones are not told twice. */
    void watch(long id, Set<Long> persons, List<String> addresses, WatcherBook watchers, Actor actor) {
        Review review = access.locked(id, actor);
        persons.stream().filter(p -> !people.isMember(review.projectId, p)).findFirst().ifPresent(p -> {
            throw Refused.invalid("persons", "Somebody who is to be told is not in this project.");
        });
        persons.stream().filter(p -> !people.maySee(review.projectId, p, review.authorFirmId)).findFirst().ifPresent(p -> {
            throw Refused.invalid("persons", people.person(p).name() + " may not see what " + people.firm(review.authorFirmId)
                    .name() + " sends, so cannot be told of it.");
        });
        watchers.add(review.familyId, new WatcherBook.Watched(List.copyOf(persons), addresses));
        note(review, Entry.Kind.AMONG_REVIEWERS, actor, "More people are told of it.");
    }

    /** Those who decide learn that a review has other files than it had, but not from themselves. */
    private void tellRearranged(Review review, String run, String detail, Actor actor) {
        if (review.state == ReviewState.OPEN) {
            Set<Long> whom = new java.util.HashSet<>(seats.toTell(review, seats.in(review)));
            whom.remove(actor.person(review.projectId));
            flow.tell(review, whom, Occasion.REARRANGED, run + " " + review.id() + " " + review.version, detail);
        }
    }

    private Review mayArrange(Review review, int turn, Actor actor) {
        if (!actor.controls(review.projectId) && !actor.is(review.senderId)) {
            throw Refused.forbidden("Files are split off and joined by document control, or by who sent them.");
        }
        if (turn != Integer.MIN_VALUE && review.turn != turn) {
            throw refusals.problem(review, flow.route(review), turn, new Refusal.TurnIsOver());
        }
        return review;
    }

    private void note(Review review, Entry.Kind kind, Actor actor, String account) {
        files.live(review.id()).forEach(file -> moves.note(file.passage(), kind, Journal.by(actor, review.projectId), account));
    }
}
