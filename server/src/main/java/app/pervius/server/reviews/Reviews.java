package app.pervius.server.reviews;

import app.pervius.core.passage.PassageId;
import app.pervius.core.project.FirmId;
import app.pervius.core.project.PersonId;
import app.pervius.core.review.Answer;
import app.pervius.core.review.Board;
import app.pervius.core.review.Holder;
import app.pervius.core.review.Route;
import app.pervius.core.review.Step;
import app.pervius.core.tell.Occasion;
import app.pervius.server.live.Live;
import app.pervius.server.messages.Messages;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.Passages;
import app.pervius.server.passages.SubmissionSettled;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.stream.Collectors;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Reviews: how they form, begin and go from step to step. */
@Service
@Transactional(propagation = Propagation.MANDATORY)
public class Reviews {

    /** What was said of a revision in a step, as the other features pass it on. */
    public record Said(int step, String stepName, String person, int code, String comment, Instant at) {
    }

    private final ReviewRepository reviews;
    private final AnswerRepository answers;
    private final Routes routes;
    private final Passages passages;
    private final People people;
    private final Projects projects;
    private final Messages messages;
    private final Live live;
    private final JdbcClient jdbc;
    private final InstantSource clock;

    Reviews(ReviewRepository reviews, AnswerRepository answers, Routes routes, Passages passages, People people, Projects projects,
            Messages messages, Live live, JdbcClient jdbc, InstantSource clock) {
        this.reviews = reviews;
        this.answers = answers;
        this.routes = routes;
        this.passages = passages;
        this.people = people;
        this.projects = projects;
        this.messages = messages;
        this.live = live;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** A review at its step, for callers inside the server. */
    public record At(long id, int step, boolean open) {
    }

    /** The review a passage is or was in last. */
    @Transactional(readOnly = true)
    public java.util.Optional<At> of(long passage) {
        return reviews.ofPassage(passage).map(r -> new At(r.id(), r.step, r.state == Review.State.OPEN));
    }

    /** Everything said of a revision in the review it is or was in, in the order of the steps. */
    @Transactional(readOnly = true)
    public List<Said> said(long passage) {
        List<ReviewAnswer> given = answers.findByPassageIdOrderByStepAscIdAsc(passage);
        var persons = people.persons(given.stream().map(a -> a.personId).toList());
        return given.stream().map(a -> new Said(a.step, a.stepName, persons.get(a.personId).name(), a.code, a.comment, a.givenAt)).toList();
    }

    /** The passage joins the review of its submission on this route that is still forming, or begins a new one. */
    void join(PassageFacts passage, Route route) {
        Review review = reviews.findBySubmissionIdAndRouteKeyAndState(passage.submission(), route.key(), Review.State.FORMING).stream()
                .filter(r -> r.routeEdition == route.edition()).findFirst().orElseGet(() -> begin(passage, route));
        // A plain row: by way of the entities the passage would be written here and once more at the end of its stations.
        jdbc.sql("insert into review_passage (review_id, passage_id) values (?, ?)").params(review.id(), passage.id()).update();
    }

    /** Once no other passage of the submission can still come, its forming reviews begin their first step. */
    @EventListener
    void settled(SubmissionSettled submission) {
        for (Review review : reviews.findBySubmissionIdAndState(submission.submission(), Review.State.FORMING)) {
            review.state = Review.State.OPEN;
            beginStep(review, route(review), 0);
        }
    }

    /** The review goes to a step: its people are told and the passages say who has them. */
    void beginStep(Review review, Route route, int step) {
        Step at = route.steps().get(step);
        review.step = step;
        review.stepRole = at.role().value();
        review.stepBegan = clock.instant();
        review.due = projects.settings(review.projectId).calendar().due(clock.instant(), at.workingDays());
        reviews.saveAndFlush(review);
        List<Holder> deciders = deciders(review, route);
        List<Long> ids = deciders.stream().map(h -> h.person().value()).toList();
        String names = people.persons(ids).values().stream().map(People.PersonView::name).sorted().collect(Collectors.joining(", "));
        String heldBy = people.roleName(at.role()) + " (" + names + ")";
        List<Long> itsPassages = reviews.passagesOf(review.id());
        passages.nowWith(itsPassages, heldBy.length() > 400 ? heldBy.substring(0, 399) + "…" : heldBy, review.due, at.name());
        for (Passages.PassageView passage : passages.passages(itsPassages)) {
            messages.tell(ids, Occasion.TO_DECIDE, new Messages.About(review.projectId, review.submissionId, passage.id(), passage.inWords(),
                    "review " + review.id() + " step " + step, passage.rule() == null ? "" : passage.rule()), passage.originalName());
        }
        live.changed(new Live.Change(review.projectId, null, Live.Topic.REVIEW, review.id()));
    }

    /** The people who may decide at the review's step: holders of its role, without the author and the author's firm. */
    List<Holder> deciders(Review review, Route route) {
        return people.holders(route.steps().get(review.step).role()).stream()
                .filter(h -> h.mayDecide(route, new PersonId(review.authorId), new FirmId(review.authorFirmId))).toList();
    }

    Route route(Review review) {
        return routes.edition(review.projectId, review.routeKey, review.routeEdition);
    }

    /** The core's view of a review at its step. */
    Board board(Review review, Route route) {
        return new Board(route, review.step, reviews.passagesOf(review.id()).stream().map(PassageId::new).toList(),
                answers.findByReviewIdAndStepOrderById(review.id(), review.step).stream().collect(Collectors.toMap(
                        a -> new PassageId(a.passageId), a -> new Answer(new PersonId(a.personId), a.code, a.comment))),
                projects.settings(review.projectId).decisionCodes());
    }

    private Review begin(PassageFacts passage, Route route) {
        Review review = new Review();
        review.projectId = passage.project();
        review.submissionId = passage.submission();
        review.routeKey = route.key();
        review.routeEdition = route.edition();
        review.authorId = passage.author();
        review.authorFirmId = passage.authorFirm();
        review.ownFirmDecides = route.ownFirmDecides();
        review.stepRole = route.steps().getFirst().role().value();
        review.madeAt = clock.instant();
        return reviews.saveAndFlush(review);
    }
}
