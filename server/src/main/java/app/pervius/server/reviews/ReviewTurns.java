package app.pervius.server.reviews;

import app.pervius.core.passage.Holder;
import app.pervius.core.review.Chase;
import app.pervius.core.review.Route;
import app.pervius.core.review.Step;
import app.pervius.core.review.Who;
import app.pervius.core.tell.Occasion;
import app.pervius.server.passages.Moves;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import java.time.InstantSource;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The turns of a review: how one begins, who has it, how all of it ends, and how files become a review of their own. */
@Component
@Transactional(propagation = Propagation.MANDATORY)
public class ReviewTurns {

    private final ReviewRepository reviews;
    private final ReviewFiles files;
    private final Seats seats;
    private final ReviewTelling telling;
    private final Moves moves;
    private final People people;
    private final Projects projects;
    private final ReviewNews news;
    private final InstantSource clock;

    ReviewTurns(ReviewRepository reviews, ReviewFiles files, Seats seats, ReviewTelling telling, Moves moves, People people,
            Projects projects,
            ReviewNews news, InstantSource clock) {
        this.reviews = reviews;
        this.files = files;
        this.seats = seats;
        this.telling = telling;
        this.moves = moves;
        this.people = people;
        this.projects = projects;
        this.news = news;
        this.clock = clock;
    }

    /** The review's turn begins: its people are told, and the passages say who has them. */
    void begun(Review review, Route route) {
        begins(review, route);
        begins(review, route, files.live(review.id()).stream().map(ReviewFiles.InReview::passage).toList());
        hasBegun(review);
    }

    /** It begins now: by when it is due. */
    void begins(Review review, Route route) {
        boolean releases = review.state == ReviewState.RELEASING;
        Step step = route.steps().get(review.step);
        var calendar = projects.settings(review.projectId).calendar();
        review.stepBegan = clock.instant();
        review.due = calendar.due(clock.instant(), releases ? 1 : step.workingDays());
        review.nextChase = releases ? null : step.chase().next(review.due, calendar, Set.of()).map(Chase.Next::at).orElse(null);
        reviews.saveAndFlush(review);
    }

    /** Some of its passages say who has them, and its people are told of these. */
    void begins(Review review, Route route, List<Long> passages) {
        boolean releases = review.state == ReviewState.RELEASING;
        List<ReviewSeat> sitting = seats.in(review);
        moves.stepBegins(passages, heldBy(review, route.steps().get(review.step), sitting), Objects.requireNonNull(review.due),
                stepName(review, route));
        Set<Long> told = seats.toTell(review, sitting);
        telling.tell(review, passages, told,
                releases ? Occasion.TO_RELEASE : review.reopened ? Occasion.TO_DECIDE_AGAIN : Occasion.TO_DECIDE,
                "review " + review.id() + " turn " + review.turn,
                review.message.isEmpty() ? "" : "\n" + people.person(Objects.requireNonNullElse(review.senderId, review.authorId))
                .name() + " says: " + review.message);
        telling.happens(passages, Occasion.STEP_BEGUN, "begun " + review.id() + " turn " + review.turn,
                stepName(review, route) + ", with " + seats.inWords(review, sitting), told);
    }

    /** All of them have been told: from now on those who sit there decide. */
    void hasBegun(Review review) {
        seats.in(review).forEach(seat -> {
            seat.open = true;
            seat.due = review.due;
        });
        news.changed(review);
    }

    /** Says anew on its passages who has them, after seats have changed. */
    public void heldAnew(Review review, Route route) {
        List<Long> its = files.live(review.id()).stream().map(ReviewFiles.InReview::passage).toList();
        Step step = route.steps().get(review.step);
        moves.heldBy(its, heldBy(review, step, seats.in(review)), review.due, stepName(review, route));
        news.changed(review);
    }

    /** All of it is over. */
    public void end(Review review, ReviewState how) {
        seats.close(review);
        review.state = how;
        review.closedAt = clock.instant();
        review.due = null;
        review.nextChase = null;
        reviews.saveAndFlush(review);
        news.changed(review);
    }

    /** A review of its own for some of a review's files. */
    public Review off(Review review, List<Long> its) {
        Review next = new Review();
        next.projectId = review.projectId;
        next.submissionId = review.submissionId;
        next.familyId = review.familyId;
        next.routeKey = review.routeKey;
        next.routeEdition = review.routeEdition;
        next.authorId = review.authorId;
        next.authorFirmId = review.authorFirmId;
        next.step = review.step;
        next.turn = review.turn;
        next.madeAt = clock.instant();
        next.senderId = review.senderId;
        next.message = review.message;
        next.reopened = review.reopened;
        reviews.saveAndFlush(next);
        files.move(review.id(), next.id(), its);
        return next;
    }

    /** What the step a review is at is called. */
    public static String stepName(Review review, Route route) {
        return route.stepName(review.step, review.state == ReviewState.RELEASING);
    }

    private Holder heldBy(Review review, Step step, List<ReviewSeat> sitting) {
        String names = seats.inWords(review, sitting);
        boolean oneRole = review.state != ReviewState.RELEASING && step.who().size() == 1 && step.who().getFirst() instanceof Who.InRole;
        return new Holder.Seated(oneRole ? people.roleName(((Who.InRole) step.who().getFirst()).role()) + " (" + names + ")" : names);
    }
}
