package app.pervius.server.reviews;

import app.pervius.core.tell.Occasion;
import app.pervius.core.tell.Telling;
import app.pervius.server.messages.Messages;
import app.pervius.server.passages.Passages;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Telling people of the files of a review that are under way. */
@Component
public class ReviewTelling {

    private final ReviewFiles files;
    private final Seats seats;
    private final Passages passages;
    private final Messages messages;

    ReviewTelling(ReviewFiles files, Seats seats, Passages passages, Messages messages) {
        this.files = files;
        this.seats = seats;
        this.passages = passages;
        this.messages = messages;
    }

    /** Tells people in seats of each file of the review that is under way. */
    public void tell(Review review, List<ReviewSeat> sitting, Occasion occasion, String run, String detail) {
        tell(review, seats.toTell(review, sitting), occasion, run, detail);
    }

    public void tell(Review review, Collection<Long> persons, Occasion occasion, String run, String detail) {
        for (Passages.PassageView passage : passages.passages(files.live(review.id()).stream().map(ReviewFiles.InReview::passage)
                .toList())) {
            messages.tell(persons, occasion, new Messages.About(review.projectId, review.submissionId, passage.id(), passage.inWords(), run,
                    passage.rule() == null ? "" : passage.rule()), passage.names().originalName() + detail);
        }
    }

    /** The same for everybody who has the step, but for those left out. */
    public void everybody(Review review, Occasion occasion, String run, String detail, Set<Long> but) {
        Set<Long> whom = new HashSet<>(seats.toTell(review, seats.in(review)));
        whom.removeAll(but);
        tell(review, whom, occasion, run, detail);
    }
}
