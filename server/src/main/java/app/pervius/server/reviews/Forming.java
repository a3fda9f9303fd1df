package app.pervius.server.reviews;

import app.pervius.core.review.ReviewStation;
import app.pervius.core.review.Route;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.Passages;
import app.pervius.server.passages.Settling;
import java.time.InstantSource;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** How the files of a submission become reviews: they gather by route and people until no other can come, and begin together. */
@Component
@Transactional(propagation = Propagation.MANDATORY)
public class Forming implements Settling {

    private final ReviewRepository reviews;
    private final ReviewFiles files;
    private final Seats seats;
    private final WatcherBook watchers;
    private final Passages passages;
    private final Boards boards;
    private final ReviewTurns turns;
    private final InstantSource clock;

    Forming(ReviewRepository reviews, ReviewFiles files, Seats seats, WatcherBook watchers, Passages passages, Boards boards,
            ReviewTurns turns,
            InstantSource clock) {
        this.reviews = reviews;
        this.files = files;
        this.seats = seats;
        this.watchers = watchers;
        this.passages = passages;
        this.boards = boards;
        this.turns = turns;
        this.clock = clock;
    }

    /** The passage joins the review of its submission on this route with the same people that is still forming, or begins a new one. */
    public void join(PassageFacts passage, ReviewStation.Join join) {
        String key = Seats.key(join.seats());
        long review = files.forming(passage.submission(), join, key).orElseGet(() -> begin(passage, join, key).id());
        files.add(review, passage.id(), join.leftOut());
    }

    /** Once no other passage of the submission can still come, its forming reviews begin their first step, one after the other. */
    @Override
    public int some(long submission, int most) {
        return reviews.findBySubmissionIdAndState(submission, ReviewState.FORMING).stream().findFirst().map(review -> {
            Route route = boards.route(review);
            if (review.stepBegan == null) {
                turns.begins(review, route);
            }
            List<ReviewFiles.InReview> left = files.some(review.id(), review.begun, most + 1);
            List<ReviewFiles.InReview> now = left.subList(0, Math.min(left.size(), most));
            turns.begins(review, route, now.stream().filter(file -> file.over() == null).map(ReviewFiles.InReview::passage).toList());
            review.begun += now.size();
            if (left.size() == now.size()) {
                review.state = ReviewState.OPEN;
                turns.hasBegun(review);
            }
            reviews.saveAndFlush(review);
            return Math.max(1, now.size());
        }).orElse(0);
    }

    private Review begin(PassageFacts passage, ReviewStation.Join join, String key) {
        Review review = new Review();
        review.projectId = passage.project();
        review.submissionId = passage.submission();
        review.routeKey = join.route().key();
        review.routeEdition = join.route().edition();
        review.authorId = passage.author();
        review.authorFirmId = passage.authorFirm();
        review.step = join.step();
        review.seatsKey = key;
        review.madeAt = clock.instant();
        reviews.save(review);
        review.familyId = review.id();
        reviews.flush();
        watchers.sentWith(passage.submission()).ifPresent(sending -> {
            review.senderId = sending.sender();
            review.message = sending.message();
            watchers.add(review.id(), sending.watchers());
        });
        passages.reopened(passage.id()).ifPresent(again -> {
            review.senderId = again.by();
            review.message = "Reopened: " + again.why();
            review.reopened = true;
        });
        reviews.saveAndFlush(review);
        seats.seat(review, 0, join.seats(), join.route().steps().get(join.step()), false, null);
        return review;
    }
}
