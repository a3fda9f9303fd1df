package app.pervius.server.reviews;

import app.pervius.core.passage.Entry;
import app.pervius.core.passage.PassageId;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.PersonId;
import app.pervius.core.review.Acting;
import app.pervius.core.review.Answer;
import app.pervius.core.review.Board;
import app.pervius.core.review.Part;
import app.pervius.core.review.Refusal;
import app.pervius.core.review.Route;
import app.pervius.core.review.Seat;
import app.pervius.server.access.Actor;
import app.pervius.server.refused.Refused;
import app.pervius.server.journal.Journal;
import app.pervius.server.live.Live;
import app.pervius.server.messages.Messages;
import app.pervius.server.passages.Moves;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import java.time.InstantSource;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * People decide: answers for files, the closing of a step, the drawing together of comments and their release. One at a time for each
 * review.
 */
@Service
@Transactional
public class Deciding {

    /**
     * A decision for some files alike.
     *
     * @param turn the turn the person saw
     * @param from whose seat it is given from; absent for one's own, or the only one the person may use
     * @param overrule whether it may take the place of what somebody else has said where one answer is enough
     */
    public record Decision(int turn, List<Long> passages, int code, String comment, @Nullable Long from, boolean overrule) {
    }

    private final ReviewRepository reviews;
    private final AnswerRepository answers;
    private final ClosingRepository closings;
    private final Reviews flow;
    private final Parting parting;
    private final Seats seats;
    private final ReviewAccess access;
    private final Refusals refusals;
    private final Passages passages;
    private final Moves moves;
    private final People people;
    private final Projects projects;
    private final Messages messages;
    private final Live live;
    private final InstantSource clock;

    Deciding(ReviewRepository reviews, AnswerRepository answers, ClosingRepository closings, Reviews flow, Parting parting, Seats seats,
            ReviewAccess access,
            Refusals refusals, Passages passages, Moves moves, People people, Projects projects, Messages messages, Live live,
            InstantSource clock) {
        this.reviews = reviews;
        this.answers = answers;
        this.closings = closings;
        this.flow = flow;
        this.parting = parting;
        this.seats = seats;
        this.access = access;
        this.refusals = refusals;
        this.passages = passages;
        this.moves = moves;
        this.people = people;
        this.projects = projects;
        this.messages = messages;
        this.live = live;
        this.clock = clock;
    }

    public void answer(long id, Decision decision, Actor actor) {
        Review review = access.locked(id, actor);
        Route route = flow.route(review);
        Board board = flow.board(review, route);
        Acting acting = seats.acting(review, route, actor);
        PersonId from = from(board, acting, decision.from());
        List<PassageId> which = ids(decision.passages());
        Board.Move move = board.answer(decision.turn(), which, acting, from, decision.code(), decision.comment().strip(),
                decision.overrule());
        keep(review, route, noted(review, route, decision.turn(), move), which);
    }

    /** Takes back what was said of files in this turn. */
    public void unsay(long id, int turn, List<Long> which, @Nullable Long seat, Actor actor) {
        Review review = access.locked(id, actor);
        Route route = flow.route(review);
        Board board = flow.board(review, route);
        Acting acting = seats.acting(review, route, actor);
        keep(review, route, noted(review, route, turn, board.unsay(turn, ids(which), acting, from(board, acting, seat))), ids(which));
    }

    public void close(long id, int turn, Actor actor) {
        Review review = access.locked(id, actor);
        Route route = flow.route(review);
        Board board = flow.board(review, route);
        List<Part> parts = closed(review, route, turn, board.close(turn, seats.acting(review, route, actor)));
        goOn(review, route, board, parts, Journal.by(actor, review.projectId), actor.person(review.projectId));
    }

    /** The time for an answer, and what was to be waited beyond it, is over. */
    void silence(Review review) {
        Route route = flow.route(review);
        Board board = flow.board(review, route);
        switch (board.silence(review.turn)) {
            case Board.Move.Closed(List<Part> parts) -> {
                Board filled = board.filledWithSilence();
                keep(review, route, filled, filled.files().stream().map(Board.File::passage).toList());
                goOn(review, route, filled, parts, Journal.Actor.PERVIUS, null);
            }
            case Board.Move.Noted n -> { }
            case Board.Move.Divided d -> throw new IllegalStateException("silence divides nothing");
            case Board.Move.Refused(Refusal why) -> throw refusals.problem(review, route, review.turn, why);
        }
    }

    /** The lead has drawn the comments together: the author gets decisions and comments. */
    public void release(long id, int turn, Actor actor) {
        Review review = access.locked(id, actor);
        Route route = flow.route(review);
        Board board = flow.board(review, route);
        List<Part> parts = closed(review, route, turn, board.release(turn, seats.acting(review, route, actor)));
        for (Board.File file : board.files()) {
            moves.note(file.passage().value(), Entry.Kind.AMONG_REVIEWERS, Journal.by(actor, review.projectId),
                    "Comments drawn together and released.");
        }
        parting.part(review, route, parts);
    }

    /** What the lead, or in a route without one whoever may close the last step, makes of a comment before its author reads it. */
    public void draw(long id, long answer, ReviewAnswer.DrawnAs as, String text, Actor actor) {
        Review review = access.locked(id, actor);
        Route route = flow.route(review);
        ReviewAnswer row = answers.findById(answer).filter(a -> flow.board(review, route).files().stream()
                .anyMatch(f -> f.passage().value() == a.passageId))
                .orElseThrow(() -> Refused.notFound("comment"));
        if (!mayDraw(flow.board(review, route), seats.acting(review, route, actor))) {
            throw Refused.forbidden("Comments are drawn together by the lead, or by those who close the last step.");
        }
        if (as == ReviewAnswer.DrawnAs.REWORDED && text.isBlank()) {
            throw Refused.invalid("text", "Say it in other words, or drop it.");
        }
        row.drawn = as;
        row.drawnText = as == ReviewAnswer.DrawnAs.REWORDED ? text.strip() : null;
        row.drawnBy = actor.person(review.projectId);
        live.changed(new Live.Change(review.projectId, null, Live.Topic.REVIEW, id));
    }

    /** Whether somebody draws the comments of a review together. */
    static boolean mayDraw(Board board, Acting acting) {
        return board.seatOf(acting).isPresent() && (board.phase() == Board.Phase.RELEASING
                || board.phase() == Board.Phase.AT_STEP && board.route().lead().isEmpty() && board.step() == board.route().steps()
                .size() - 1);
    }

    private void goOn(Review review, Route route, Board board, List<Part> parts, Journal.Actor by, @Nullable Long person) {
        ReviewClosing closing = new ReviewClosing();
        closing.reviewId = review.id();
        closing.turn = review.turn;
        closing.step = review.step;
        closing.personId = person;
        closing.closedAt = clock.instant();
        closings.save(closing);
        var staying = parts.stream().filter(Part.Stays.class::isInstance).flatMap(p -> ((Part.Stays) p).board().files().stream())
                .map(Board.File::passage).collect(Collectors.toSet());
        List<DecisionCode> codes = projects.settings(review.projectId).decisionCodes();
        board.files().stream().map(Board.File::passage).filter(p -> !staying.contains(p)).forEach(passage ->
                moves.note(passage.value(), Entry.Kind.STEP_CLOSED, by, account(route, review, board, passage, codes)));
        parting.part(review, route, parts);
    }

    private String account(Route route, Review review, Board board, PassageId passage, List<DecisionCode> codes) {
        return route.steps().get(review.step).name() + " closed" + board.decision(passage)
                .map(code -> ": " + code + ", " + DecisionCode.of(code, codes).name()).orElse(" without an answer")
                + board.answersTo(passage).stream().map(a -> " (" + who(a) + ": " + a.code() + ", " + DecisionCode.of(a.code(), codes)
                        .name() + (a.comment().isEmpty() ? "" : ": " + a.comment()) + ")").collect(Collectors.joining());
    }

    private String who(Answer answer) {
        String by = answer.by().map(p -> people.person(p.value()).name()).orElse("nobody");
        return answer.seat().filter(seat -> !answer.by().equals(Optional.of(seat)))
                .map(seat -> by + " for " + people.person(seat.value()).name()).orElse(by);
    }

    /** Writes what the board says of files, where it says something else than the rows. */
    private void keep(Review review, Route route, Board board, Collection<PassageId> which) {
        Map<String, ReviewAnswer> before = answers.findByReviewIdAndTurnOrderById(review.id(), review.turn).stream()
                .filter(a -> which.contains(new PassageId(a.passageId))).collect(Collectors.toMap(Deciding::key, Function.identity()));
        for (PassageId passage : which) {
            for (Answer answer : board.answersTo(passage)) {
                ReviewAnswer row = before.remove(passage.value() + "/" + answer.seat().map(PersonId::value).orElse(0L));
                if (row == null || !Reviews.core(row).equals(answer)) {
                    write(review, route, passage, row == null ? new ReviewAnswer() : row, answer);
                }
            }
        }
        answers.deleteAll(before.values());
        answers.flush();
        live.changed(new Live.Change(review.projectId, null, Live.Topic.REVIEW, review.id()));
    }

    private static String key(ReviewAnswer a) {
        return a.passageId + "/" + Objects.requireNonNullElse(a.seatId, 0L);
    }

    private void write(Review review, Route route, PassageId passage, ReviewAnswer row, Answer answer) {
        row.reviewId = review.id();
        row.turn = review.turn;
        row.step = review.step;
        row.stepName = route.steps().get(review.step).name();
        row.passageId = passage.value();
        row.seatId = answer.seat().map(PersonId::value).orElse(null);
        row.personId = answer.by().map(PersonId::value).orElse(null);
        row.code = answer.code();
        row.comment = answer.comment();
        row.givenAt = clock.instant();
        answers.save(row);
    }

    private Board noted(Review review, Route route, int turn, Board.Move move) {
        return switch (move) {
            case Board.Move.Noted(Board board) -> board;
            case Board.Move.Refused(Refusal why) -> throw refusals.problem(review, route, turn, why);
            case Board.Move.Closed c -> throw new IllegalStateException("nothing was to be closed");
            case Board.Move.Divided d -> throw new IllegalStateException("nothing was to be divided");
        };
    }

    private List<Part> closed(Review review, Route route, int turn, Board.Move move) {
        return switch (move) {
            case Board.Move.Closed(List<Part> parts) -> parts;
            case Board.Move.Refused(Refusal why) -> throw refusals.problem(review, route, turn, why);
            case Board.Move.Noted n -> throw new IllegalStateException("something was to be closed");
            case Board.Move.Divided d -> throw new IllegalStateException("nothing was to be divided");
        };
    }

    private static PersonId from(Board board, Acting acting, @Nullable Long wanted) {
        return wanted != null ? new PersonId(wanted) : board.seatOf(acting).map(Seat::person).orElse(acting.by());
    }

    private static List<PassageId> ids(List<Long> passages) {
        return passages.stream().map(PassageId::new).toList();
    }
}
