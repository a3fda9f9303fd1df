package app.pervius.server.reviews.handing;

import app.pervius.core.passage.Entry;
import app.pervius.core.project.PersonId;
import app.pervius.core.review.Refusal;
import app.pervius.core.review.Seat;
import app.pervius.core.review.Who;
import app.pervius.core.tell.Occasion;
import app.pervius.server.access.Actor;
import app.pervius.server.people.People;
import app.pervius.server.refused.Refused;
import app.pervius.server.reviews.Acts;
import app.pervius.server.reviews.Review;
import app.pervius.server.reviews.ReviewSeat;
import app.pervius.server.reviews.ReviewTelling;
import app.pervius.server.reviews.ReviewTurns;
import app.pervius.server.reviews.SeatRepository;
import app.pervius.server.reviews.Seats;
import java.time.InstantSource;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Who has a step: taking it in hand, passing it on, giving it back, and moving a person's steps to another. */
@Service
@Transactional
class Handing {

    private final Acts acts;
    private final SeatRepository rows;
    private final Seats seats;
    private final Handover handover;
    private final ReviewTurns turns;
    private final ReviewTelling telling;
    private final People people;
    private final InstantSource clock;

    Handing(Acts acts, SeatRepository rows, Seats seats, Handover handover, ReviewTurns turns, ReviewTelling telling, People people,
            InstantSource clock) {
        this.acts = acts;
        this.rows = rows;
        this.seats = seats;
        this.handover = handover;
        this.turns = turns;
        this.telling = telling;
        this.people = people;
        this.clock = clock;
    }

    /** “I have it”, so that the others see it is in hand; or not any more. */
    void inHand(long id, int turn, boolean has, Actor actor) {
        Acts.Opened at = acts.open(id, actor);
        Review review = at.review();
        ReviewSeat seat = seat(at, turn);
        if (has == (seat.takenAt != null)) {
            return;
        }
        seat.takenAt = has ? clock.instant() : null;
        acts.note(review, Entry.Kind.AMONG_REVIEWERS, actor, has ? "Has it in hand." : "No longer has it in hand.");
        turns.heldAnew(review, at.route());
    }

    /** Passes one's place on to somebody else, with a note. */
    void passOn(long id, int turn, long to, String note, Actor actor) {
        Acts.Opened at = acts.open(id, actor);
        Review review = at.review();
        ReviewSeat seat = seat(at, turn);
        seats.mustFit(review, at.route(), to);
        if (rows.findByReviewIdAndTurnAndPersonId(review.id(), review.turn, to).isPresent()) {
            throw Refused.invalid("to", people.person(to).name() + " sits in this step already.");
        }
        long from = seat.personId;
        handover.hand(review, seat, to, from, note.strip());
        acts.note(review, Entry.Kind.AMONG_REVIEWERS, actor, "Passed on to " + people.person(to)
                .name() + (note.isBlank() ? "." : ": " + note.strip()));
        turns.heldAnew(review, at.route());
        told(review, to, "passed on " + seat.id() + " " + review.version, "\n" + actor.in(review.projectId)
                .name() + " passes this on to you" + (note.isBlank() ? "." : ": " + note.strip()));
    }

    /** Gives a place that was passed on back to who passed it on. */
    void giveBack(long id, int turn, String note, Actor actor) {
        Acts.Opened at = acts.open(id, actor);
        Review review = at.review();
        ReviewSeat seat = seat(at, turn);
        if (seat.passedBy == null) {
            throw Refused.conflict("not-passed-on", "Nobody has passed this on to you. You can pass it on to somebody else.");
        }
        long back = seat.passedBy;
        handover.hand(review, seat, back, null, note.strip());
        acts.note(review, Entry.Kind.AMONG_REVIEWERS, actor, "Gave it back to " + people.person(back)
                .name() + (note.isBlank() ? "." : ": " + note.strip()));
        turns.heldAnew(review, at.route());
        told(review, back, "given back " + seat.id() + " " + review.version, "\n" + actor.in(review.projectId)
                .name() + " gives this back to you" + (note.isBlank() ? "." : ": " + note.strip()));
    }

    /** Reminds those who have a step, now. */
    void nudge(long id, int turn, Actor actor) {
        Acts.Opened at = acts.open(id, actor);
        Review review = at.review();
        actor.mustControl(review.projectId);
        if (at.isPast(turn)) {
            throw acts.refused(at, turn, new Refusal.TurnIsOver());
        }
        telling.tell(review, seats.in(review), Occasion.REMINDED, "nudge " + review.id() + " " + clock.instant().toEpochMilli(),
                "\n" + actor.in(review.projectId).name() + " asks for your answer.");
        telling.happens(review, Occasion.PROMPTED, "prompted " + review.id() + " " + clock.instant().toEpochMilli(),
                "By " + actor.in(review.projectId).name() + ".", Set.of());
        acts.note(review, Entry.Kind.AMONG_REVIEWERS, actor, "Reminded.");
    }

    private ReviewSeat seat(Acts.Opened at, int turn) {
        if (at.isPast(turn)) {
            throw acts.refused(at, turn, new Refusal.TurnIsOver());
        }
        PersonId person = at.board().seatOf(at.acting()).map(Seat::person)
                .orElseThrow(() -> acts.refused(at, turn, new Refusal.NotYours()));
        return rows.findByReviewIdAndTurnAndPersonId(at.review().id(), at.review().turn, person.value()).orElseThrow();
    }

    private void told(Review review, long person, String run, String detail) {
        telling.tell(review, Set.of(person), Occasion.PASSED_ON, run, detail);
        telling.happens(review, Occasion.MOVED_ON, "moved " + run, "To " + people.person(person).name() + ".", Set.of(person));
    }
}
