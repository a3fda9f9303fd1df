package app.pervius.server.reviews.chasing;

import app.pervius.core.review.Step;
import app.pervius.core.review.Who;
import app.pervius.server.people.People;
import app.pervius.server.reviews.Boards;
import app.pervius.server.reviews.Review;
import app.pervius.server.reviews.ReviewSeat;
import app.pervius.server.reviews.Seats;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Who still owes an answer in a step, and who is told where none comes. */
@Component
class Owing {

    private final Boards boards;
    private final Seats seats;
    private final People people;

    Owing(Boards boards, Seats seats, People people) {
        this.boards = boards;
        this.seats = seats;
        this.people = people;
    }

    Set<Long> escalatedTo(Step step) {
        return step.chase().escalateTo().stream().flatMap(role -> people.holders(role).stream()).map(h -> h.person().value())
                .collect(Collectors.toSet());
    }

    /** Those who still owe an answer for a file. */
    List<ReviewSeat> unanswered(Review review) {
        var board = boards.board(review, boards.route(review));
        List<ReviewSeat> owing = seats.in(review).stream().filter(seat -> board.files().stream()
                .anyMatch(f -> board.decision(f.passage()).isEmpty()
                && board.answersTo(f.passage()).stream().noneMatch(a -> a.seat().filter(p -> p.value() == seat.personId).isPresent())))
                .toList();
        return owing.isEmpty() ? seats.in(review) : owing;
    }

    /** The same in words. */
    String inWords(Review review) {
        return seats.inWords(review, unanswered(review));
    }

    /** Those who are told that somebody owes an answer: also who stands in. */
    Set<Long> toTell(Review review) {
        return seats.toTell(review, unanswered(review));
    }
}
