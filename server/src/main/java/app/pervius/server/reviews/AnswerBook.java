package app.pervius.server.reviews;

import app.pervius.core.passage.PassageId;
import app.pervius.core.project.PersonId;
import app.pervius.core.review.Answer;
import app.pervius.core.review.Board;
import app.pervius.core.review.Route;
import java.time.InstantSource;
import java.util.Collection;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Writes what a board says of files, where it says something else than the rows. */
@Component
@Transactional(propagation = Propagation.MANDATORY)
class AnswerBook {

    private final AnswerRepository answers;
    private final ReviewNews news;
    private final InstantSource clock;

    AnswerBook(AnswerRepository answers, ReviewNews news, InstantSource clock) {
        this.answers = answers;
        this.news = news;
        this.clock = clock;
    }

    /** Writes what the board says of files, where it says something else than the rows. */
    void keep(Review review, Route route, Board board, Collection<PassageId> which) {
        Map<String, ReviewAnswer> before = answers.findByReviewIdAndTurnOrderById(review.id(), review.turn).stream()
                .filter(a -> which.contains(new PassageId(a.passageId))).collect(Collectors.toMap(AnswerBook::key, Function.identity()));
        for (PassageId passage : which) {
            for (Answer answer : board.answersTo(passage)) {
                ReviewAnswer row = before.remove(passage.value() + "/" + answer.seat().map(PersonId::value).orElse(0L));
                if (row == null || !Boards.core(row).equals(answer)) {
                    write(review, route, passage, row == null ? new ReviewAnswer() : row, answer);
                }
            }
        }
        answers.deleteAll(before.values());
        answers.flush();
        news.changed(review);
    }

    private static String key(ReviewAnswer a) {
        return a.passageId + "/" + Objects.requireNonNullElse(a.seatId, 0L);
    }

    private void write(Review review, Route route, PassageId passage, ReviewAnswer row, Answer answer) {
        row.reviewId = review.id();
        row.turn = review.turn;
        row.step = review.step;
        row.stepName = route.steps().get(review.step).name();
        row.passageId = passage.value();
        row.seatId = answer.seat().map(PersonId::value).orElse(null);
        row.personId = answer.by().map(PersonId::value).orElse(null);
        row.insteadOf = answer.instead().map(PersonId::value).orElse(null);
        row.code = answer.code();
        row.comment = answer.comment();
        row.givenAt = clock.instant();
        answers.save(row);
    }
}
