package app.pervius.server.reviews.desk;

import app.pervius.server.access.Actor;
import app.pervius.server.http.Tagged;
import app.pervius.server.reviews.Review;
import app.pervius.server.reviews.ReviewAccess;
import app.pervius.server.reviews.ReviewRepository;
import app.pervius.server.store.Portions;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The reviews that wait for somebody, on the Desk. */
@RestController
class DeskReviewsController {
    /** How many waiting reviews the Desk shows, the most urgent. */
    private static final int ON_THE_DESK = 100;

    /** How many of the most urgent are looked through where they are narrowed down or put in another order. */
    private static final int LOOKED_THROUGH = 2_000;

    /** How many files come with them: the first review's, and those of as many more as keep below this. */
    private static final int FILES_AT_ONCE = 30;

    /** In which order reviews stand on the Desk. */
    enum DeskOrder {
        /** The most urgent first. */
        DUE,
        /** By the firm and the person whose work it is, within them the most urgent first. */
        FROM,
        /** The newest submission first. */
        NEWEST
    }

    private final ReviewRepository reviews;
    private final MyDay myDay;
    private final ReviewAccess access;
    private final DeskNarrowing narrowing;
    private final ReviewViews views;
    private final TransactionTemplate reading;

    DeskReviewsController(ReviewRepository reviews, MyDay myDay, ReviewAccess access, DeskNarrowing narrowing, ReviewViews views,
            PlatformTransactionManager transactions) {
        this.reviews = reviews;
        this.myDay = myDay;
        this.access = access;
        this.narrowing = narrowing;
        this.views = views;
        this.reading = new TransactionTemplate(transactions);
        this.reading.setReadOnly(true);
    }

    /**
     * What waits for the caller in all projects, up to 100 reviews; the files only of the first ones.
     *
     * @param text only reviews that have all of its words in what they are about, whose they are, or in a file's number, title or name
     */
    @Tagged
    @GetMapping("/api/desk/reviews")
    List<ReviewViews.ReviewView> waitingForMe(@RequestParam(defaultValue = "") @Size(max = 200) String text,
            @RequestParam(defaultValue = "DUE") DeskOrder order, Actor actor) {
        return Objects.requireNonNull(reading.execute(status -> {
            boolean all = order == DeskOrder.DUE && text.isBlank();
            List<Long> ids = myDay.waiting(actor, all ? ON_THE_DESK : LOOKED_THROUGH);
            Map<Long, Review> found = Portions.of(ids, reviews::findAllById).stream().collect(Collectors.toMap(Review::id, r -> r));
            List<Review> waiting = ids.stream().map(found::get).filter(r -> access.sees(r, actor)).toList();
            List<Review> shown = all ? waiting : narrowing.of(waiting, text, order);
            return views.views(shown.stream().limit(ON_THE_DESK).toList(), actor, FILES_AT_ONCE).stream()
                    .filter(r -> r.may().decide()).toList();
        }));
    }
}
