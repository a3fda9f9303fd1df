package app.pervius.server.reviews.handing;

import app.pervius.core.review.Route;
import app.pervius.core.review.Who;
import app.pervius.core.tell.Occasion;
import app.pervius.server.people.RoleChanged;
import app.pervius.server.reviews.AnswerRepository;
import app.pervius.server.reviews.Boards;
import app.pervius.server.reviews.Review;
import app.pervius.server.reviews.ReviewRepository;
import app.pervius.server.reviews.ReviewSeat;
import app.pervius.server.reviews.ReviewTelling;
import app.pervius.server.reviews.ReviewTurns;
import app.pervius.server.reviews.SeatRepository;
import app.pervius.server.reviews.Seats;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Who holds a role has changed: its open steps follow. */
@Component
@Transactional
class RoleHolders {

    private final ReviewRepository reviews;
    private final SeatRepository rows;
    private final AnswerRepository answers;
    private final Boards boards;
    private final Seats seats;
    private final ReviewTurns turns;
    private final ReviewTelling telling;

    RoleHolders(ReviewRepository reviews, SeatRepository rows, AnswerRepository answers, Boards boards, Seats seats, ReviewTurns turns,
            ReviewTelling telling) {
        this.reviews = reviews;
        this.rows = rows;
        this.answers = answers;
        this.boards = boards;
        this.seats = seats;
        this.turns = turns;
        this.telling = telling;
    }

    /** Who holds a role has changed: those who came sit in its open steps too, those who left do no more, unless nobody would be left. */
    @EventListener
    void roleChanged(RoleChanged change) {
        Set<Long> open = rows.findByRoleIdAndOpenTrueOrderById(change.role()).stream().map(s -> s.reviewId).collect(Collectors.toSet());
        for (long id : open) {
            Review review = reviews.locked(id).orElseThrow();
            Route route = boards.route(review);
            List<ReviewSeat> sitting = seats.in(review);
            Set<Long> there = sitting.stream().map(s -> s.personId).collect(Collectors.toSet());
            ReviewSeat like = sitting.stream().filter(s -> Long.valueOf(change.role()).equals(s.roleId)).findFirst().orElseThrow();
            List<ReviewSeat> came = change.holders().stream().filter(p -> !there.contains(p) && seats.fit(review, route, p))
                    .map(p -> beside(like, p)).toList();
            List<ReviewSeat> gone = sitting.stream().filter(s -> Long.valueOf(change.role()).equals(s.roleId) && !change.holders()
                    .contains(s.personId) && s.passedBy == null).toList();
            rows.saveAllAndFlush(came);
            if (seats.enoughWithout(review, route, gone, came)) {
                gone.stream().filter(s -> answers.findByReviewIdAndTurnOrderById(id, review.turn).stream()
                        .noneMatch(a -> Long.valueOf(s.personId).equals(a.seatId))).forEach(s -> {
                    came.stream().findFirst().filter(c -> s.leads).ifPresent(c -> c.leads = true);
                    rows.delete(s);
                });
                rows.flush();
            }
            came.forEach(s -> telling.tell(review, Set.of(s.personId), Occasion.PASSED_ON, "joined " + s.id(),
                    "\nYou hold the role now that decides here."));
            turns.heldAnew(review, route);
        }
    }

    private static ReviewSeat beside(ReviewSeat like, long person) {
        ReviewSeat seat = new ReviewSeat();
        seat.reviewId = like.reviewId;
        seat.turn = like.turn;
        seat.personId = person;
        seat.open = true;
        seat.due = like.due;
        seat.roleId = like.roleId;
        return seat;
    }
}
