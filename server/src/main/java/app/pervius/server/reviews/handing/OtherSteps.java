package app.pervius.server.reviews.handing;

import app.pervius.core.review.Route;
import app.pervius.server.passages.Passages;
import app.pervius.server.reviews.AnswerRepository;
import app.pervius.server.reviews.Review;
import app.pervius.server.reviews.ReviewFiles;
import app.pervius.server.reviews.Seats;
import app.pervius.server.store.Portions;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.stereotype.Component;

/** In which other steps of a review somebody decides. */
@Component
class OtherSteps {

    private final AnswerRepository answers;
    private final ReviewFiles files;
    private final Passages passages;
    private final Seats seats;

    OtherSteps(AnswerRepository answers, ReviewFiles files, Passages passages, Seats seats) {
        this.answers = answers;
        this.files = files;
        this.passages = passages;
        this.seats = seats;
    }

    /** The other steps of a review's route in which a person has decided or would by the route. */
    List<String> of(Review review, Route route, long person) {
        List<Long> live = files.live(review.id()).stream().map(ReviewFiles.InReview::passage).toList();
        Set<Integer> answered = Portions.of(live, answers::ofPassages).stream()
                .filter(a -> Long.valueOf(person).equals(a.seatId)).map(a -> a.step).collect(Collectors.toSet());
        List<Passages.Subject> subjects = passages.subjects(live.stream().limit(1).toList());
        return IntStream.range(0, route.steps().size()).filter(i -> i != review.step)
                .filter(i -> answered.contains(i) || i > review.step && subjects.stream()
                        .anyMatch(s -> seats.wouldSit(review, route, route.steps().get(i), s.values(), person)))
                .mapToObj(i -> route.steps().get(i).name()).toList();
    }
}
