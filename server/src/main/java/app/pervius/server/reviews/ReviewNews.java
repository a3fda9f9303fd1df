package app.pervius.server.reviews;

import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.people.Deputies;
import app.pervius.server.projects.Projects;
import java.time.ZoneId;
import java.util.HashSet;
import java.util.Set;
import org.springframework.stereotype.Component;

/**
 * Tells browsers that a review has changed, and whose it is: whoever sits or sat in it, stands in for somebody, sent it or is its
 * author.
 */
@Component
public class ReviewNews {

    private final SeatRepository seats;
    private final Deputies deputies;
    private final Projects projects;
    private final Live live;

    ReviewNews(SeatRepository seats, Deputies deputies, Projects projects, Live live) {
        this.seats = seats;
        this.deputies = deputies;
        this.projects = projects;
        this.live = live;
    }

    public void changed(Review review) {
        ZoneId zone = projects.settings(review.projectId).zone();
        Set<Long> whose = new HashSet<>(Set.of(review.authorId));
        if (review.senderId != null) {
            whose.add(review.senderId);
        }
        for (ReviewSeat seat : seats.findByReviewIdOrderById(review.id())) {
            whose.add(seat.personId);
            if (seat.passedBy != null) {
                whose.add(seat.passedBy);
            }
            deputies.of(seat.personId, zone).ifPresent(whose::add);
        }
        live.changed(new Change(review.projectId, null, Live.Topic.REVIEW, review.id()).of(whose));
    }
}
