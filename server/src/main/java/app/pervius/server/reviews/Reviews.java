package app.pervius.server.reviews;

import app.pervius.core.passage.PassageId;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.PersonId;
import app.pervius.core.review.Answer;
import app.pervius.core.review.Board;
import app.pervius.core.review.Chase;
import app.pervius.core.review.ReviewStation;
import app.pervius.core.review.Route;
import app.pervius.core.review.Step;
import app.pervius.core.review.Who;
import app.pervius.core.tell.Occasion;
import app.pervius.server.live.Live;
import app.pervius.server.messages.Messages;
import app.pervius.server.passages.PassageFacts;
import app.pervius.core.passage.Holder;
import app.pervius.server.passages.Moves;
import app.pervius.server.passages.Passages;
import app.pervius.server.passages.Reviewed;
import app.pervius.server.passages.SubmissionSettled;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.routes.Routes;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Reviews: how they form, begin and end, and what the other features ask of them. How they go on from a step is in {@link Parting}. */
@Service
@Transactional(propagation = Propagation.MANDATORY)
public class Reviews implements Reviewed.Keeper {

    /**
     * What was said of a revision in a step, as the other features pass it on; {@code person} says for whom, where that is another, and a
     * silence has no person.
     */
    public record Said(int step, String stepName, String person, int code, String comment, Instant at) {
    }

    private final ReviewRepository reviews;
    private final AnswerRepository answers;
    private final ReviewFiles files;
    private final Seats seats;
    private final WatcherBook watchers;
    private final Routes routes;
    private final Passages passages;
    private final Moves moves;
    private final People people;
    private final Projects projects;
    private final Messages messages;
    private final Live live;
    private final InstantSource clock;

    Reviews(ReviewRepository reviews, AnswerRepository answers, ReviewFiles files, Seats seats, WatcherBook watchers, Routes routes,
            Passages passages, Moves moves,
            People people, Projects projects, Messages messages, Live live, InstantSource clock) {
        this.reviews = reviews;
        this.answers = answers;
        this.files = files;
        this.seats = seats;
        this.watchers = watchers;
        this.routes = routes;
        this.passages = passages;
        this.moves = moves;
        this.people = people;
        this.projects = projects;
        this.messages = messages;
        this.live = live;
        this.clock = clock;
    }

    /** A review where it is now, for callers inside the server. */
    public record At(long id, int turn, boolean open) {
    }

    @Override
    @Transactional(readOnly = true)
    public Reviewed of(long passage) {
        boolean begun = reviews.ofPassage(passage).isPresent();
        return begun ? new Reviewed(true, released(passage).stream()
                .map(s -> new Reviewed.Said(s.stepName(), s.person(), s.code(), s.comment())).toList()) : Reviewed.NOTHING;
    }

    /** The review a passage is or was in last. */
    @Transactional(readOnly = true)
    public Optional<At> at(long passage) {
        return reviews.ofPassage(passage).map(r -> new At(r.id(), r.turn, r.state == ReviewState.OPEN));
    }

    /** The last step, 0-based, of the route a passage was last reviewed on. */
    @Transactional(readOnly = true)
    public int lastStep(long passage) {
        return reviews.ofPassage(passage).map(r -> route(r).steps().size() - 1).orElse(0);
    }

    /** Everything said of a revision, as it was said, in the order it was. */
    @Transactional(readOnly = true)
    public List<Said> said(long passage) {
        return answers.ofPassages(List.of(passage)).stream().map(a -> said(a, a.comment)).toList();
    }

    /** The same as its author reads it: with the comments as the lead has drawn them together. */
    @Transactional(readOnly = true)
    public List<Said> released(long passage) {
        return answers.ofPassages(List.of(passage)).stream().map(a -> said(a, a.released())).toList();
    }

    private Said said(ReviewAnswer a, String comment) {
        String by = a.personId == null ? "nobody" : people.person(a.personId).name();
        String who = a.personId == null || a.seatId == null || a.seatId.equals(a.personId) ? by : by + " for " + people.person(a.seatId)
                .name();
        return new Said(a.step, a.stepName, who, a.code, comment, a.givenAt);
    }

    /** Notes what was said with a submission that was sent on a route by hand, and who else is told of it. */
    public void sentByHand(long submission, long sender, String message, WatcherBook.Watched told) {
        watchers.keep(submission, new WatcherBook.Sending(sender, message, told));
    }

    /** The passage joins the review of its submission on this route with the same people that is still forming, or begins a new one. */
    public void join(PassageFacts passage, ReviewStation.Join join) {
        String key = Seats.key(join.seats());
        Review review = reviews.findBySubmissionIdAndRouteKeyAndState(passage.submission(), join.route().key(), ReviewState.FORMING)
                .stream()
                .filter(r -> r.routeEdition == join.route().edition() && r.step == join.step() && r.seatsKey.equals(key))
                .findFirst().orElseGet(() -> begin(passage, join, key));
        files.add(review.id(), passage.id(), join.leftOut());
    }

    /** Once no other passage of the submission can still come, its forming reviews begin their first step. */
    @EventListener
    void settled(SubmissionSettled submission) {
        for (Review review : reviews.findBySubmissionIdAndState(submission.submission(), ReviewState.FORMING)) {
            review.state = ReviewState.OPEN;
            begun(review, route(review));
        }
    }

    Route route(Review review) {
        return routes.edition(review.projectId, review.routeKey, review.routeEdition);
    }

    /** The core's view of a review where it is now. */
    Board board(Review review, Route route) {
        return board(review, route, projects.settings(review.projectId).decisionCodes(), files.live(review.id()), seats.in(review),
                answers.findByReviewIdAndTurnOrderById(review.id(), review.turn));
    }

    /** The same from rows that were read already: its files under way, and the seats and answers of its turn. */
    static Board board(Review review, Route route, List<DecisionCode> codes, List<ReviewFiles.InReview> live, List<ReviewSeat> sitting,
            List<ReviewAnswer> said) {
        Map<PassageId, List<Answer>> given = said.stream()
                .collect(Collectors.groupingBy(a -> new PassageId(a.passageId), Collectors.mapping(Reviews::core, Collectors.toList())));
        Board.Phase phase = switch (review.state) {
            case FORMING, OPEN -> Board.Phase.AT_STEP;
            case RELEASING -> Board.Phase.RELEASING;
            case CLOSED, TAKEN_BACK, STOPPED -> Board.Phase.OVER;
        };
        return new Board(route, phase, review.turn, review.step, live.stream().map(ReviewFiles.InReview::file).toList(),
                Seats.core(sitting), given,
                codes);
    }

    static Answer core(ReviewAnswer a) {
        return new Answer(Optional.ofNullable(a.seatId).map(PersonId::new),
                Optional.ofNullable(a.personId).map(PersonId::new), a.code, a.comment);
    }

    /** The review's turn begins: its people are told, and the passages say who has them. */
    void begun(Review review, Route route) {
        boolean releases = review.state == ReviewState.RELEASING;
        Step step = route.steps().get(review.step);
        var calendar = projects.settings(review.projectId).calendar();
        review.stepBegan = clock.instant();
        review.due = calendar.due(clock.instant(), releases ? 1 : step.workingDays());
        review.nextChase = releases ? null : step.chase().next(review.due, calendar, Set.of()).map(Chase.Next::at).orElse(null);
        reviews.saveAndFlush(review);
        List<ReviewSeat> sitting = seats.in(review);
        sitting.forEach(seat -> {
            seat.open = true;
            seat.due = review.due;
        });
        List<Long> its = files.live(review.id()).stream().map(ReviewFiles.InReview::passage).toList();
        moves.stepBegins(its, heldBy(review, step, sitting), review.due, stepName(review, route));
        tell(review, sitting, releases ? Occasion.TO_RELEASE : review.reopened ? Occasion.TO_DECIDE_AGAIN : Occasion.TO_DECIDE,
                "review " + review.id() + " turn " + review.turn,
                review.message.isEmpty() ? "" : "\n" + people.person(Objects.requireNonNullElse(review.senderId, review.authorId))
                .name() + " says: " + review.message);
        live.changed(new Live.Change(review.projectId, null, Live.Topic.REVIEW, review.id()));
    }

    /** Says anew on its passages who has them, after seats have changed. */
    void heldAnew(Review review, Route route) {
        List<Long> its = files.live(review.id()).stream().map(ReviewFiles.InReview::passage).toList();
        Step step = route.steps().get(review.step);
        moves.heldBy(its, heldBy(review, step, seats.in(review)), review.due, stepName(review, route));
        live.changed(new Live.Change(review.projectId, null, Live.Topic.REVIEW, review.id()));
    }

    /** Tells people in seats of each file of the review that is under way. */
    void tell(Review review, List<ReviewSeat> sitting, Occasion occasion, String run, String detail) {
        tell(review, seats.toTell(review, sitting), occasion, run, detail);
    }

    void tell(Review review, Collection<Long> persons, Occasion occasion, String run, String detail) {
        for (Passages.PassageView passage : passages.passages(files.live(review.id()).stream().map(ReviewFiles.InReview::passage)
                .toList())) {
            messages.tell(persons, occasion, new Messages.About(review.projectId, review.submissionId, passage.id(), passage.inWords(), run,
                    passage.rule() == null ? "" : passage.rule()), passage.originalName() + detail);
        }
    }

    /** All of it is over. */
    void end(Review review, ReviewState how) {
        seats.close(review);
        review.state = how;
        review.closedAt = clock.instant();
        review.due = null;
        review.nextChase = null;
        reviews.saveAndFlush(review);
        live.changed(new Live.Change(review.projectId, null, Live.Topic.REVIEW, review.id()));
    }

    /** A review of its own for some of a review's files. */
    Review off(Review review, List<Long> its) {
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

    /** What the step a review is at is called. */
    static String stepName(Review review, Route route) {
        return route.stepName(review.step, review.state == ReviewState.RELEASING);
    }

    private Holder heldBy(Review review, Step step, List<ReviewSeat> sitting) {
        String names = seats.inWords(review, sitting);
        boolean oneRole = review.state != ReviewState.RELEASING && step.who().size() == 1 && step.who().getFirst() instanceof Who.InRole;
        return new Holder.Seated(oneRole ? people.roleName(((Who.InRole) step.who().getFirst()).role()) + " (" + names + ")" : names);
    }
}
