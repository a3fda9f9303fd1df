package app.pervius.server.reviews.handing;

import app.pervius.server.reviews.AnswerRepository;
import app.pervius.server.reviews.Review;
import app.pervius.server.reviews.ReviewSeat;
import app.pervius.server.reviews.SeatRepository;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** One place in a step goes from one person to another, with what was said from it. */
@Component
@Transactional(propagation = Propagation.MANDATORY)
class Handover {

    private final SeatRepository rows;
    private final AnswerRepository answers;

    Handover(SeatRepository rows, AnswerRepository answers) {
        this.rows = rows;
        this.answers = answers;
    }

    /** The place goes to another person, with what was said from it; if that person sits here already, the two become one. */
    void hand(Review review, ReviewSeat seat, long to, @Nullable Long by, String note) {
        long before = seat.personId;
        rows.findByReviewIdAndTurnAndPersonId(review.id(), review.turn, to).ifPresent(other -> {
            seat.leads |= other.leads;
            rows.delete(other);
            rows.flush();
        });
        seat.personId = to;
        seat.passedBy = by;
        seat.note = note;
        seat.takenAt = null;
        rows.saveAndFlush(seat);
        Set<Long> answered = answers.findByReviewIdAndTurnOrderById(review.id(), review.turn).stream()
                .filter(a -> Long.valueOf(to).equals(a.seatId)).map(a -> a.passageId).collect(Collectors.toSet());
        answers.findByReviewIdAndTurnOrderById(review.id(), review.turn).stream().filter(a -> Long.valueOf(before).equals(a.seatId))
                .forEach(a -> {
            if (answered.contains(a.passageId)) {
                answers.delete(a);
            } else {
                a.seatId = to;
            }
        });
        answers.flush();
    }
}
