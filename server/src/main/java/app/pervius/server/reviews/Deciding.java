package app.pervius.server.reviews;

import app.pervius.core.passage.PassageId;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.PersonId;
import app.pervius.core.review.Answer;
import app.pervius.core.review.Board;
import app.pervius.core.review.Route;
import app.pervius.server.access.Actor;
import app.pervius.server.http.Problem;
import app.pervius.server.journal.Journal;
import app.pervius.server.live.Live;
import app.pervius.server.messages.Messages;
import app.pervius.server.passages.Engine;
import app.pervius.server.passages.Passages;
import app.pervius.server.passages.Submissions;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import java.time.Instant;
import java.time.InstantSource;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** A person decides: answers for files, and the closing of a step. One at a time for each review. */
@Service
@Transactional
public class Deciding {

    private static final DateTimeFormatter WHEN = DateTimeFormatter.ofPattern("EEE d MMM, HH:mm", Locale.ENGLISH);

    /**
     * A decision for some files alike.
     *
     * @param overrule whether it may take the place of what somebody else has said in this step
     */
    public record Decision(int step, List<Long> passages, int code, String comment, boolean overrule) {
    }

    private final ReviewRepository reviews;
    private final AnswerRepository answers;
    private final ClosingRepository closings;
    private final Reviews flow;
    private final Passages passages;
    private final People people;
    private final Projects projects;
    private final Submissions submissions;
    private final Messages messages;
    private final Engine engine;
    private final Live live;
    private final InstantSource clock;

    Deciding(ReviewRepository reviews, AnswerRepository answers, ClosingRepository closings, Reviews flow, Passages passages, People people,
            Projects projects, Submissions submissions, Messages messages, Engine engine, Live live, InstantSource clock) {
        this.reviews = reviews;
        this.answers = answers;
        this.closings = closings;
        this.flow = flow;
        this.passages = passages;
        this.people = people;
        this.projects = projects;
        this.submissions = submissions;
        this.messages = messages;
        this.engine = engine;
        this.live = live;
        this.clock = clock;
    }

    public void answer(long id, Decision decision, Actor actor) {
        Review review = locked(id, actor);
        Route route = flow.route(review);
        if (decision.code() < 1 || decision.code() > 4) {
            throw Problem.invalid("code", "Decision codes are 1 to 4, not " + decision.code() + ".");
        }
        Answer answer = new Answer(new PersonId(actor.person()), decision.code(), decision.comment().strip());
        Board.Move move = flow.board(review, route).answer(stepIfOpen(review, decision.step()),
                decision.passages().stream().map(PassageId::new).toList(), answer, mayDecide(review, route, actor));
        if (!(move instanceof Board.Move.Noted)) {
            throw refused(review, route, decision.step(), move);
        }
        Map<Long, ReviewAnswer> before = answers.findByReviewIdAndStepOrderById(id, review.step).stream()
                .collect(Collectors.toMap(a -> a.passageId, a -> a));
        for (long passage : decision.passages()) {
            keep(review, route, passage, before.getOrDefault(passage, new ReviewAnswer()), answer, decision.overrule());
        }
        answers.flush();
        live.changed(new Live.Change(review.projectId, null, Live.Topic.REVIEW, id));
    }

    public void close(long id, int step, Actor actor) {
        Review review = locked(id, actor);
        Route route = flow.route(review);
        Board.Move move = flow.board(review, route).close(stepIfOpen(review, step), mayDecide(review, route, actor));
        switch (move) {
            case Board.Move.NextStep(Board next) -> {
                noteClosing(review, route, actor);
                flow.beginStep(review, route, next.step());
                messages.gather(review.submissionId, submissions.reference(review.submissionId));
            }
            case Board.Move.Ended(Map<PassageId, DecisionCode> decisions) -> {
                noteClosing(review, route, actor);
                review.state = Review.State.CLOSED;
                reviews.saveAndFlush(review);
                decisions.forEach((passage, code) -> passages.decided(passage.value(), code.digit()));
                live.changed(new Live.Change(review.projectId, null, Live.Topic.REVIEW, id));
                engine.wake(review.submissionId);
            }
            default -> throw refused(review, route, step, move);
        }
    }

    boolean mayDecide(Review review, Route route, Actor actor) {
        return review.state == Review.State.OPEN
                && flow.deciders(review, route).stream().anyMatch(h -> h.person().value() == actor.person());
    }

    private void keep(Review review, Route route, long passage, ReviewAnswer row, Answer answer, boolean overrule) {
        boolean anothers = row.personId != 0 && row.personId != answer.by().value();
        if (anothers && !overrule) {
            throw Problem.conflict("answered-by-another", people.person(row.personId).name() + " has given “" + row.code + "” for "
                    + passages.passage(passage).inWords() + " in the meantime" + (row.comment.isEmpty() ? "." : ": " + row.comment));
        }
        row.reviewId = review.id();
        row.step = review.step;
        row.stepName = route.steps().get(review.step).name();
        row.passageId = passage;
        row.personId = answer.by().value();
        row.code = answer.code();
        row.comment = answer.comment();
        row.givenAt = clock.instant();
        answers.save(row);
    }

    private void noteClosing(Review review, Route route, Actor actor) {
        ReviewClosing closing = new ReviewClosing();
        closing.reviewId = review.id();
        closing.step = review.step;
        closing.personId = actor.person();
        closing.closedAt = clock.instant();
        closings.save(closing);
        List<DecisionCode> codes = projects.settings(review.projectId).decisionCodes();
        for (ReviewAnswer a : answers.findByReviewIdAndStepOrderById(review.id(), review.step)) {
            passages.note(a.passageId, Journal.Kind.STEP_CLOSED, new Journal.Actor(actor.person(), actor.name()),
                    route.steps().get(review.step).name() + " closed: " + a.code + ", " + DecisionCode.of(a.code, codes).name()
                            + " (by " + people.person(a.personId).name() + ")" + (a.comment.isEmpty() ? "." : ": " + a.comment));
        }
    }

    private Review locked(long id, Actor actor) {
        Review review = reviews.locked(id).orElseThrow(() -> Problem.notFound("review"));
        if (!actor.memberships().containsKey(review.projectId) || !actor.in(review.projectId).controls() && !actor.in(review.projectId).seesAll()) {
            throw Problem.notFound("review");
        }
        return review;
    }

    /** A closed review is at no step any more, so whatever step is meant is over. */
    private static int stepIfOpen(Review review, int meant) {
        return review.state == Review.State.OPEN ? meant : -1;
    }

    private Problem refused(Review review, Route route, int meant, Board.Move move) {
        return switch (move) {
            case Board.Move.StepIsOver() -> Problem.conflict("step-is-over", closedBy(review, route, meant));
            case Board.Move.NotYours() -> Problem.forbidden("You are not one of those who decide in this step.");
            case Board.Move.NotInReview(PassageId passage) -> Problem.invalid("passages", "A file is not in this review: " + passage.value() + ".");
            case Board.Move.CommentMissing(DecisionCode code) -> Problem.invalid("comment",
                    "“" + code.digit() + ", " + code.name() + "” needs a comment: the author has to know why.");
            case Board.Move.Undecided(List<PassageId> undecided) -> Problem.conflict("undecided", (undecided.size() == 1
                    ? "One file has no decision yet: " : undecided.size() + " files have no decision yet, the first: ")
                    + passages.passage(undecided.getFirst().value()).inWords() + ".");
            case Board.Move.Noted n -> throw new IllegalStateException("not a refusal: " + n);
            case Board.Move.NextStep n -> throw new IllegalStateException("not a refusal: " + n);
            case Board.Move.Ended n -> throw new IllegalStateException("not a refusal: " + n);
        };
    }

    private String closedBy(Review review, Route route, int step) {
        if (step < 0 || step >= route.steps().size()) {
            return "The review has no such step.";
        }
        return closings.findByReviewIdAndStep(review.id(), step)
                .map(c -> people.person(c.personId).name() + " closed the step “" + route.steps().get(step).name() + "” on "
                        + when(c.closedAt, projects.settings(review.projectId).zone()) + ".")
                .orElse("The review is not at this step.");
    }

    private static String when(Instant at, ZoneId zone) {
        return WHEN.format(at.atZone(zone));
    }
}
