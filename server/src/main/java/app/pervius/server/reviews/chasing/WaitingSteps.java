package app.pervius.server.reviews.chasing;

import app.pervius.server.access.Actor;
import app.pervius.server.passages.Submissions;
import app.pervius.server.projects.Projects;
import app.pervius.server.reviews.Boards;
import app.pervius.server.reviews.Review;
import app.pervius.server.reviews.ReviewAccess;
import app.pervius.server.reviews.ReviewRepository;
import app.pervius.server.reviews.SeatRepository;
import app.pervius.server.reviews.Seats;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.springframework.stereotype.Component;

/** The steps that wait for somebody, as another would act on them who stands in. */
@Component
class WaitingSteps {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("EEE d MMM", Locale.ENGLISH);

    private final SeatRepository seats;
    private final ReviewRepository reviews;
    private final Boards boards;
    private final ReviewAccess access;
    private final Submissions submissions;

    WaitingSteps(SeatRepository seats, ReviewRepository reviews, Boards boards, ReviewAccess access, Submissions submissions) {
        this.seats = seats;
        this.reviews = reviews;
        this.boards = boards;
        this.access = access;
        this.submissions = submissions;
    }

    private boolean mayActFor(Review review, Actor deputy, long person) {
        return review.state.live() && access.sees(review, deputy) && Seats.acting(review, boards.route(review), deputy, Set.of(person))
                .seats().stream().anyMatch(p -> p.value() == person);
    }

    String line(Review review, Projects.Settings settings) {
        LocalDate due = review.due == null ? null : review.due.atZone(settings.zone()).toLocalDate();
        return "  " + submissions.reference(review.submissionId) + ", " + boards.route(review).steps().get(review.step)
                .name() + (due == null ? "" : ", due " + DAY.format(due));
    }

    /** Those open in a project that a deputy may act on from the seats of a person. */
    List<Review> of(long project, long person, Actor deputy) {
        return seats.openIn(project, person).stream().map(s -> reviews.findById(s.reviewId).orElseThrow())
                .filter(r -> mayActFor(r, deputy, person)).toList();
    }
}
