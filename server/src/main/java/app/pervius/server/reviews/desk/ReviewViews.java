package app.pervius.server.reviews.desk;

import app.pervius.core.passage.PassageId;
import app.pervius.core.review.Acting;
import app.pervius.core.review.Board;
import app.pervius.core.review.Ending;
import app.pervius.core.review.Needs;
import app.pervius.core.review.Route;
import app.pervius.core.review.Step;
import app.pervius.server.access.Actor;
import app.pervius.server.passages.Passages;
import app.pervius.server.passages.Submissions;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.reviews.Boards;
import app.pervius.server.reviews.DrawingTogether;
import app.pervius.server.reviews.Review;
import app.pervius.server.reviews.ReviewAnswer;
import app.pervius.server.reviews.ReviewFiles;
import app.pervius.server.reviews.ReviewSeat;
import app.pervius.server.reviews.ReviewState;
import app.pervius.server.reviews.Reviews;
import app.pervius.server.reviews.Seats;
import app.pervius.server.reviews.arranging.TakingBack;
import java.time.Instant;
import java.time.InstantSource;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Reviews as the reviewing side sees them. */
@Component
class ReviewViews {

    /** What was said of a file; {@code seat} is whose place it was given from, and {@code person} is absent where silence counted. */
    record AnswerView(long id, int turn, int step, String stepName, @Nullable Long seat, @Nullable Long personId, String person, int code,
            String comment, Instant at,
            ReviewAnswer.@Nullable DrawnAs drawn, @Nullable String drawnText) {
    }

    /**
     * A file under review.
     *
     * @param answers what is said of it in this step
     * @param mine what is said of it from the caller's seat
     * @param decision what the answers come to; absent while there are not enough
     * @param ending what it ended with, where it is decided
     * @param before what was said of it in the steps before, in order
     */
    record ReviewedFile(Passages.PassageView passage, List<AnswerView> answers, @Nullable AnswerView mine, @Nullable Integer decision,
            @Nullable Integer ending, List<AnswerView> before) {
    }

    /**
     * Somebody's place in the step; {@code deputy} stands in while the person is away, {@code answered} of the files have the person's
     * answer.
     */
    record SeatView(long personId, String person, String firm, boolean leads, @Nullable Instant inHandSince, @Nullable String passedBy,
            String note, @Nullable String deputy,
            int answered) {
    }

    /**
     * What a review's files came with.
     *
     * @param answerDue the date the submission asks an answer by
     * @param sender who sent it by hand; absent where a rule did
     */
    record ReviewSubmission(long id, String reference, String purpose, @Nullable LocalDate answerDue, String author, String authorFirm,
            @Nullable String sender, String message) {
    }

    /** The route of a review; {@code steps} is how many it has. */
    record ReviewRoute(String key, String name, int steps, boolean filesGoAlone) {
    }

    /**
     * The step a review is at.
     *
     * @param at which it is, counted from 0
     * @param needed how many answers each file needs, beside a lead's
     * @param workingDaysLeft until it is due; 0 today, negative when late
     * @param files how many files are at it
     * @param undecided how many of them lack an answer; where each needs one only, those without
     */
    record ReviewStep(int at, String name, Step.Kind kind, int needed, Step.Drawing drawing, @Nullable Instant due,
            @Nullable Integer workingDaysLeft, int files, int undecided) {
    }

    /**
     * What the caller may do in a review.
     *
     * @param decide whether the caller may act in this step
     * @param from whose seats the caller may act from
     * @param draw whether the caller draws the comments together
     * @param arrange whether the caller may split files off and join, while nobody has decided
     * @param takeBack whether the caller may take it back now
     */
    record ReviewMay(boolean decide, List<Long> from, boolean draw, boolean arrange, boolean takeBack) {
    }

    /**
     * A review where it is now.
     *
     * @param family the first review of those it was one with
     * @param turn names what the caller sees; sent back with everything done in it
     * @param files its files; absent in the Desk's list where they would be too many to read at once
     */
    record ReviewView(long id, long family, long project, ReviewSubmission submission, ReviewRoute route, int turn, ReviewStep step,
            ReviewState state, ReviewMay may, List<SeatView> seats, @Nullable List<ReviewedFile> files) {
    }

    private final ReviewReading reading;
    private final InstantSource clock;

    ReviewViews(ReviewReading reading, InstantSource clock) {
        this.reading = reading;
        this.clock = clock;
    }

    ReviewView view(Review review, Actor actor) {
        return views(List.of(review), actor, Integer.MAX_VALUE).getFirst();
    }

    /** Reviews in the order given, read together; with the files of the first, and of as many more as keep below {@code mostFiles}. */
    List<ReviewView> views(List<Review> of, Actor actor, int mostFiles) {
        if (of.isEmpty()) {
            return List.of();
        }
        Map<Long, ReviewReading.ReviewRows> around = reading.around(of);
        ReviewReading.ShownFiles read = reading.read(of, around, mostFiles);
        ReviewReading.InCommon known = reading.known(of, around, read, actor);
        return of.stream().map(r -> view(r, actor, Objects.requireNonNull(around.get(r.id())), read, known)).toList();
    }

    private ReviewView view(Review review, Actor actor, ReviewReading.ReviewRows around, ReviewReading.ShownFiles read,
            ReviewReading.InCommon known) {
        Route route = Objects.requireNonNull(known.routes().get(review.id()));
        Step step = route.steps().get(review.step);
        ReviewReading.InProject project = Objects.requireNonNull(known.projects().get(review.projectId));
        Projects.Settings settings = project.settings();
        People.PersonView author = Objects.requireNonNull(known.persons().get(review.authorId));
        Submissions.Asked asked = around.asked();
        Acting acting = Seats.acting(review, route, actor, project.standsInFor());
        List<Long> from = review.state.live() ? around.seats().stream().map(s -> s.personId)
                .filter(p -> acting.seats().stream().anyMatch(a -> a.value() == p)).toList() : List.of();
        Board board = Boards.board(review, route, settings.decisionCodes(), around.live(), around.seats(), around.said());
        List<ReviewedFile> its = read.with().contains(review.id()) ? files(review, board, around, from, read, known) : null;
        boolean releasing = review.state == ReviewState.RELEASING;
        int undecided = releasing ? 0 : (int) board.files().stream().filter(f -> board.decision(f.passage()).isEmpty()).count();
        boolean fresh = board.notFresh().isEmpty();
        String sender = review.senderId == null ? null : Objects.requireNonNull(known.persons().get(review.senderId)).name();
        Integer left = review.due == null ? null : settings.calendar().workingDaysLeft(clock.instant(), review.due);
        return new ReviewView(review.id(), review.familyId, review.projectId,
                new ReviewSubmission(review.submissionId, asked.reference(), asked.purpose(), asked.answerDue(), author.name(),
                        author.firmCode(), sender, review.message),
                new ReviewRoute(route.key(), route.name(), route.steps().size(), route.filesGoAlone()), review.turn,
                new ReviewStep(review.step, route.stepName(review.step, releasing), step.kind(), needed(step, around.seats()),
                        step.drawing(), review.due, left, review.state.live() ? board.files().size() : around.files().size(), undecided),
                review.state,
                new ReviewMay(!from.isEmpty(), from, DrawingTogether.mayDraw(board, acting),
                        fresh && (actor.controls(review.projectId) || actor.is(review.senderId)),
                        fresh && TakingBack.mayTakeBack(review, actor)),
                around.seats().stream().map(s -> view(project, board, s, known)).toList(), its);
    }

    private static int needed(Step step, List<ReviewSeat> sitting) {
        int asked = (int) sitting.stream().filter(s -> !s.leads).count();
        return step.needs() instanceof Needs.Any && step.drawing() != Step.Drawing.LEAD ? 1 : step.needs().of(asked);
    }

    private static SeatView view(ReviewReading.InProject project, Board board, ReviewSeat seat, ReviewReading.InCommon known) {
        People.PersonView person = Objects.requireNonNull(known.persons().get(seat.personId));
        Long deputy = project.away().get(seat.personId);
        int answered = (int) board.files().stream().filter(f -> board.answersTo(f.passage()).stream()
                .anyMatch(a -> a.seat().filter(p -> p.value() == seat.personId).isPresent())).count();
        return new SeatView(person.id(), person.name(), person.firmCode(), seat.leads, seat.takenAt, seat.passedBy == null ? null
                : Objects.requireNonNull(known.persons().get(seat.passedBy)).name(), seat.note,
                deputy == null ? null : Objects.requireNonNull(known.persons().get(deputy)).name(), answered);
    }

    private List<ReviewedFile> files(Review review, Board board, ReviewReading.ReviewRows around, List<Long> from,
            ReviewReading.ShownFiles read,
            ReviewReading.InCommon known) {
        boolean over = !review.state.live();
        Map<Long, ReviewFiles.InReview> its = (over ? around.files() : around.live()).stream()
                .collect(Collectors.toMap(ReviewFiles.InReview::passage, f -> f));
        Set<Long> own = Set.copyOf(from);
        return its.keySet().stream().sorted().map(id -> read.passages().get(id)).map(p -> {
            List<ReviewAnswer> all = read.said().getOrDefault(p.id(), List.of());
            List<AnswerView> now = all.stream().filter(a -> a.reviewId == review.id() && a.turn == review.turn).map(a -> view(a, known))
                    .toList();
            List<AnswerView> before = all.stream().filter(a -> a.reviewId != review.id() || a.turn != review.turn).map(a -> view(a, known))
                    .toList();
            AnswerView mine = now.stream().filter(a -> a.seat() != null && own.contains(a.seat())).findFirst().orElse(null);
            return new ReviewedFile(p, now, mine, over ? null : board.decision(new PassageId(p.id())).orElse(null),
                    Objects.requireNonNull(its.get(p.id())).ending()
                    .map(Ending::code).orElse(null), before);
        }).toList();
    }

    private static AnswerView view(ReviewAnswer a, ReviewReading.InCommon known) {
        String person = a.personId == null ? "nobody" : Objects.requireNonNull(known.persons().get(a.personId)).name();
        String said = a.insteadOf == null ? person
                : person + " for " + Objects.requireNonNull(known.persons().get(a.insteadOf)).name();
        return new AnswerView(a.id(), a.turn, a.step, a.stepName, a.seatId, a.personId, said, a.code, a.comment, a.givenAt, a.drawn,
                a.drawnText);
    }
}
