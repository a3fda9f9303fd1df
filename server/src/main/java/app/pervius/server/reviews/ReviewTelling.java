package app.pervius.server.reviews;

import app.pervius.core.tell.Occasion;
import app.pervius.core.tell.Telling;
import app.pervius.server.messages.Messages;
import app.pervius.server.passages.Happened;
import app.pervius.server.passages.Passages;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

/** Telling people of the files of a review that are under way. */
@Component
public class ReviewTelling {

    private final ReviewFiles files;
    private final Seats seats;
    private final Passages passages;
    private final Messages messages;
    private final ApplicationEventPublisher events;
    private final Boards boards;

    ReviewTelling(ReviewFiles files, Seats seats, Passages passages, Messages messages, ApplicationEventPublisher events,
            Boards boards) {
        this.files = files;
        this.seats = seats;
        this.passages = passages;
        this.messages = messages;
        this.events = events;
        this.boards = boards;
    }

    /** Tells people in seats of each file of the review that is under way. */
    public void tell(Review review, List<ReviewSeat> sitting, Occasion occasion, String run, String detail) {
        tell(review, seats.toTell(review, sitting), occasion, run, detail);
    }

    /** The same for other people. */
    public void tell(Review review, Collection<Long> persons, Occasion occasion, String run, String detail) {
        tell(review, live(review), persons, occasion, run, detail);
    }

    /** What asks for a decision names the step it is for: steps with the same people would else send the same words twice. */
    void tell(Review review, List<Long> files, Collection<Long> persons, Occasion occasion, String run, String detail) {
        String step = occasion.asksToDecide() ? ", step “" + ReviewTurns.stepName(review, boards.route(review)) + "”" : "";
        for (Passages.PassageView passage : passages.passages(files)) {
            messages.tell(persons, occasion, new Messages.About(review.projectId, review.submissionId, passage.id(), passage.inWords(), run,
                    passage.rule() == null ? "" : passage.rule()), passage.names().originalName() + step + detail);
        }
    }

    /** Has rules speak of what happens to all of its files that are under way, beside those who are told of it themselves. */
    public void happens(Review review, Occasion occasion, String run, String text, Collection<Long> except) {
        happens(live(review), occasion, run, text, except);
    }

    void happens(List<Long> files, Occasion occasion, String run, String text, Collection<Long> except) {
        events.publishEvent(new Happened(files, occasion, run, Map.of(), text, except));
    }

    private List<Long> live(Review review) {
        return files.live(review.id()).stream().map(ReviewFiles.InReview::passage).toList();
    }

    /** The same for everybody who has the step, but for those left out. */
    public void everybody(Review review, Occasion occasion, String run, String detail, Set<Long> but) {
        Set<Long> whom = new HashSet<>(seats.toTell(review, seats.in(review)));
        whom.removeAll(but);
        tell(review, whom, occasion, run, detail);
    }
}
