package app.pervius.server.reviews;

import app.pervius.core.passage.Entry;
import app.pervius.core.project.PersonId;
import app.pervius.core.project.RoleId;
import app.pervius.core.review.Acting;
import app.pervius.core.review.Board;
import app.pervius.core.review.Refusal;
import app.pervius.core.review.Route;
import app.pervius.core.review.Seat;
import app.pervius.core.tell.Occasion;
import app.pervius.server.access.Actor;
import app.pervius.server.refused.Refused;
import app.pervius.server.journal.Journal;
import app.pervius.server.messages.Messages;
import app.pervius.server.passages.Moves;
import app.pervius.server.passages.Passages;
import app.pervius.server.passages.Submissions;
import app.pervius.server.people.People;
import app.pervius.server.people.RoleChanged;
import app.pervius.server.projects.Projects;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Who has a step: taking it in hand, passing it on, giving it back, and moving a person's steps to another. */
@Service
@Transactional
class Handing {

    /** The most lines of a message. */
    private static final int MOST_LINES = 100;

    /** A step that could not be moved, and why. */
    record NotMoved(long review, String submissionReference, String reason) {
    }

    /**
     * What came of moving a person's steps.
     *
     * @param warnings what there is to know of it: who decides twice on the same files now, and where new steps go all the same
     */
    record MovedSteps(int moved, List<NotMoved> notMoved, List<String> warnings) {
    }

    private final ReviewRepository reviews;
    private final AnswerRepository answers;
    private final SeatRepository rows;
    private final Reviews flow;
    private final Seats seats;
    private final ReviewFiles files;
    private final ReviewAccess access;
    private final Refusals refusals;
    private final Passages passages;
    private final Moves moves;
    private final People people;
    private final Submissions submissions;
    private final Projects projects;
    private final Messages messages;
    private final InstantSource clock;

    Handing(ReviewRepository reviews, AnswerRepository answers, SeatRepository rows, Reviews flow, Seats seats, ReviewFiles files,
            ReviewAccess access, Refusals refusals,
            Passages passages, Moves moves, People people, Submissions submissions, Projects projects, Messages messages,
            InstantSource clock) {
        this.reviews = reviews;
        this.answers = answers;
        this.rows = rows;
        this.flow = flow;
        this.seats = seats;
        this.files = files;
        this.access = access;
        this.refusals = refusals;
        this.passages = passages;
        this.moves = moves;
        this.people = people;
        this.submissions = submissions;
        this.projects = projects;
        this.messages = messages;
        this.clock = clock;
    }

    /** “I have it”, so that the others see it is in hand; or not any more. */
    void inHand(long id, int turn, boolean has, Actor actor) {
        Review review = access.locked(id, actor);
        ReviewSeat seat = seat(review, turn, actor);
        if (has == (seat.takenAt != null)) {
            return;
        }
        seat.takenAt = has ? clock.instant() : null;
        note(review, actor, has ? "Has it in hand." : "No longer has it in hand.");
        flow.heldAnew(review, flow.route(review));
    }

    /** Passes one's place on to somebody else, with a note. */
    void passOn(long id, int turn, long to, String note, Actor actor) {
        Review review = access.locked(id, actor);
        Route route = flow.route(review);
        ReviewSeat seat = seat(review, turn, actor);
        seats.mustFit(review, route, to);
        if (rows.findByReviewIdAndTurnAndPersonId(review.id(), review.turn, to).isPresent()) {
            throw Refused.invalid("to", people.person(to).name() + " sits in this step already.");
        }
        long from = seat.personId;
        hand(review, seat, to, from, note.strip());
        note(review, actor, "Passed on to " + people.person(to).name() + (note.isBlank() ? "." : ": " + note.strip()));
        flow.heldAnew(review, route);
        told(review, to, "passed on " + seat.id() + " " + review.version, "\n" + actor.in(review.projectId)
                .name() + " passes this on to you" + (note.isBlank() ? "." : ": " + note.strip()));
    }

    /** Gives a place that was passed on back to who passed it on. */
    void giveBack(long id, int turn, String note, Actor actor) {
        Review review = access.locked(id, actor);
        ReviewSeat seat = seat(review, turn, actor);
        if (seat.passedBy == null) {
            throw Refused.conflict("not-passed-on", "Nobody has passed this on to you. You can pass it on to somebody else.");
        }
        long back = seat.passedBy;
        hand(review, seat, back, null, note.strip());
        note(review, actor, "Gave it back to " + people.person(back).name() + (note.isBlank() ? "." : ": " + note.strip()));
        flow.heldAnew(review, flow.route(review));
        told(review, back, "given back " + seat.id() + " " + review.version, "\n" + actor.in(review.projectId)
                .name() + " gives this back to you" + (note.isBlank() ? "." : ": " + note.strip()));
    }

    /** Moves all open steps of one person in a project to another; those the other may not decide on stay where they are. */
    MovedSteps moveAll(long project, long from, long to, String reason, Actor actor) {
        actor.mustControl(project);
        if (reason.isBlank()) {
            throw Refused.invalid("reason", "Say why; it is written on every file.");
        }
        if (from == to || !people.isMember(project, to)) {
            throw Refused.invalid("to", "Choose somebody else who is in this project.");
        }
        List<NotMoved> notMoved = new ArrayList<>();
        List<String> lines = new ArrayList<>();
        Set<String> warnings = new LinkedHashSet<>();
        String receiver = people.person(to).name();
        for (ReviewSeat seat : rows.openIn(project, from)) {
            Review review = reviews.locked(seat.reviewId).orElseThrow();
            Route route = flow.route(review);
            if (rows.findByReviewIdAndTurnAndPersonId(review.id(), review.turn, to).isPresent()
                    && !enoughWithout(review, route, List.of(seat), List.of())) {
                notMoved.add(new NotMoved(review.id(), submissions.reference(review.submissionId), people.person(to)
                        .name() + " sits in this step already, and so many answers are needed from different people."));
                continue;
            }
            if (!seats.fit(review, route, to)) {
                notMoved.add(new NotMoved(review.id(), submissions.reference(review.submissionId), people.person(to)
                        .name() + " may not decide here: it is the own firm's work, or not visible to them."));
                continue;
            }
            hand(review, seat, to, from, reason.strip());
            note(review, actor, "Moved from " + people.person(from).name() + " to " + people.person(to).name() + ": " + reason.strip());
            flow.heldAnew(review, route);
            String step = route.steps().get(review.step).name();
            lines.add("  " + submissions.reference(review.submissionId) + ", " + step + ", " + count(files.live(review.id()).size()));
            otherSteps(review, route, to).forEach(other -> warnings.add(receiver + " decides on "
                    + submissions.reference(review.submissionId) + " in “" + step + "” and in “" + other + "”."));
            Optional.ofNullable(seat.roleId).map(RoleId::new).filter(role -> people.holders(role).stream()
                    .anyMatch(h -> h.person().value() == from))
                    .ifPresent(role -> warnings.add("New steps still go to " + people.person(from)
                            .name() + ", who holds “" + people.roleName(role)
                            + "”. Give the role to somebody else under People if that is to change."));
        }
        if (!lines.isEmpty()) {
            tellMoved(project, to, lines, "Moved to you from " + people.person(from).name() + " by " + actor.in(project)
                    .name() + ": " + reason.strip());
        }
        return new MovedSteps(lines.size(), notMoved, List.copyOf(warnings));
    }

    private static String count(int files) {
        return files == 1 ? "one file" : files + " files";
    }

    /** One message for all that was moved at once. */
    private void tellMoved(long project, long to, List<String> lines, String why) {
        String count = lines.size() + (lines.size() == 1 ? " step" : " steps");
        messages.send(project, List.of(to), Occasion.PASSED_ON, "moved " + to + " " + clock.instant(), "[" + projects.settings(project)
                .code() + "] " + count + " moved to you for your decision",
                "Dear " + people.person(to).name() + ",\n\n" + why + "\n\n" + lines.stream().limit(MOST_LINES)
                .collect(Collectors.joining("\n"))
                        + (lines.size() > MOST_LINES ? "\n  and " + (lines.size() - MOST_LINES) + " more." : "")
                        + "\n\nAll of it stands on your Desk: ", "/desk");
    }

    /** The other steps of a review's route in which a person has decided or would by the route. */
    private List<String> otherSteps(Review review, Route route, long person) {
        Set<Integer> answered = answers.ofPassages(files.live(review.id()).stream().map(ReviewFiles.InReview::passage).toList()).stream()
                .filter(a -> Long.valueOf(person).equals(a.seatId)).map(a -> a.step).collect(Collectors.toSet());
        List<Passages.Subject> subjects = passages.subjects(files.live(review.id()).stream().map(ReviewFiles.InReview::passage).limit(1)
                .toList());
        return IntStream.range(0, route.steps().size()).filter(i -> i != review.step)
                .filter(i -> answered.contains(i) || i > review.step && subjects.stream()
                        .anyMatch(s -> seats.wouldSit(review, route, route.steps().get(i), s.values(), person)))
                .mapToObj(i -> route.steps().get(i).name()).toList();
    }

    /** Reminds those who have a step, now. */
    void nudge(long id, int turn, Actor actor) {
        Review review = access.locked(id, actor);
        actor.mustControl(review.projectId);
        if (review.turn != turn || !review.state.live()) {
            throw refusals.problem(review, flow.route(review), turn, new Refusal.TurnIsOver());
        }
        flow.tell(review, seats.in(review), Occasion.REMINDED, "nudge " + review.id() + " " + clock.instant().toEpochMilli(),
                "\n" + actor.in(review.projectId).name() + " asks for your answer.");
        note(review, actor, "Reminded.");
    }

    /** Who holds a role has changed: those who came sit in its open steps too, those who left do no more, unless nobody would be left. */
    @EventListener
    void roleChanged(RoleChanged change) {
        Set<Long> open = rows.findByRoleIdAndOpenTrueOrderById(change.role()).stream().map(s -> s.reviewId).collect(Collectors.toSet());
        for (long id : open) {
            Review review = reviews.locked(id).orElseThrow();
            Route route = flow.route(review);
            List<ReviewSeat> sitting = seats.in(review);
            Set<Long> there = sitting.stream().map(s -> s.personId).collect(Collectors.toSet());
            ReviewSeat like = sitting.stream().filter(s -> Long.valueOf(change.role()).equals(s.roleId)).findFirst().orElseThrow();
            List<ReviewSeat> came = change.holders().stream().filter(p -> !there.contains(p) && seats.fit(review, route, p))
                    .map(p -> beside(like, p)).toList();
            List<ReviewSeat> gone = sitting.stream().filter(s -> Long.valueOf(change.role()).equals(s.roleId) && !change.holders()
                    .contains(s.personId) && s.passedBy == null).toList();
            rows.saveAllAndFlush(came);
            if (enoughWithout(review, route, gone, came)) {
                gone.stream().filter(s -> answers.findByReviewIdAndTurnOrderById(id, review.turn).stream()
                        .noneMatch(a -> Long.valueOf(s.personId).equals(a.seatId))).forEach(s -> {
                    came.stream().findFirst().filter(c -> s.leads).ifPresent(c -> c.leads = true);
                    rows.delete(s);
                });
                rows.flush();
            }
            came.forEach(s -> told(review, s.personId, "joined " + s.id(), "\nYou hold the role now that decides here."));
            flow.heldAnew(review, route);
        }
    }

    /** Whether a step could still be decided, and drawn together where it has a lead, without some of those who sit in it. */
    private boolean enoughWithout(Review review, Route route, List<ReviewSeat> gone, List<ReviewSeat> came) {
        List<ReviewSeat> left = new ArrayList<>(seats.in(review));
        left.removeIf(s -> gone.stream().anyMatch(g -> g.id() == s.id()));
        boolean leadGoes = gone.stream().anyMatch(s -> s.leads);
        if (left.isEmpty() || leadGoes && came.isEmpty()) {
            return false;
        }
        int asked = (int) left.stream().filter(s -> !s.leads).count() - (leadGoes ? 1 : 0);
        return review.state == ReviewState.RELEASING || route.steps().get(review.step).needs().of(asked) <= asked;
    }

    private static ReviewSeat beside(ReviewSeat like, long person) {
        ReviewSeat seat = new ReviewSeat();
        seat.reviewId = like.reviewId;
        seat.turn = like.turn;
        seat.personId = person;
        seat.open = true;
        seat.due = like.due;
        seat.roleId = like.roleId;
        return seat;
    }

    /** The place goes to another person, with what was said from it; if that person sits here already, the two become one. */
    private void hand(Review review, ReviewSeat seat, long to, @Nullable Long by, String note) {
        long before = seat.personId;
        rows.findByReviewIdAndTurnAndPersonId(review.id(), review.turn, to).ifPresent(other -> {
            seat.leads |= other.leads;
            rows.delete(other);
            rows.flush();
        });
        seat.personId = to;
        seat.passedBy = by;
        seat.note = note;
        seat.takenAt = null;
        rows.saveAndFlush(seat);
        Set<Long> answered = answers.findByReviewIdAndTurnOrderById(review.id(), review.turn).stream()
                .filter(a -> Long.valueOf(to).equals(a.seatId)).map(a -> a.passageId).collect(Collectors.toSet());
        answers.findByReviewIdAndTurnOrderById(review.id(), review.turn).stream().filter(a -> Long.valueOf(before).equals(a.seatId))
                .forEach(a -> {
            if (answered.contains(a.passageId)) {
                answers.delete(a);
            } else {
                a.seatId = to;
            }
        });
        answers.flush();
    }

    private ReviewSeat seat(Review review, int turn, Actor actor) {
        Route route = flow.route(review);
        Board board = flow.board(review, route);
        if (turn != review.turn || !review.state.live()) {
            throw refusals.problem(review, route, turn, new Refusal.TurnIsOver());
        }
        Acting acting = seats.acting(review, route, actor);
        PersonId person = board.seatOf(acting).map(Seat::person)
                .orElseThrow(() -> refusals.problem(review, route, turn, new Refusal.NotYours()));
        return rows.findByReviewIdAndTurnAndPersonId(review.id(), review.turn, person.value()).orElseThrow();
    }

    private void note(Review review, Actor actor, String account) {
        files.live(review.id()).forEach(file -> moves.note(file.passage(), Entry.Kind.AMONG_REVIEWERS, Journal.by(actor, review.projectId),
                account));
    }

    private void told(Review review, long person, String run, String detail) {
        flow.tell(review, Set.of(person), Occasion.PASSED_ON, run, detail);
    }
}
