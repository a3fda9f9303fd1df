package app.pervius.server.reviews.handing;

import app.pervius.core.passage.Entry;
import app.pervius.core.project.RoleId;
import app.pervius.core.review.Route;
import app.pervius.server.access.Actor;
import app.pervius.server.passages.Moves;
import app.pervius.server.passages.Submissions;
import app.pervius.server.people.People;
import app.pervius.server.refused.Refused;
import app.pervius.server.reviews.Acts;
import app.pervius.server.reviews.Review;
import app.pervius.server.reviews.ReviewSeat;
import app.pervius.server.reviews.ReviewTurns;
import app.pervius.server.reviews.SeatRepository;
import app.pervius.server.reviews.Seats;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Moving a person's open steps to another. */
@Service
@Transactional
class MovingSteps {
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

    private final SeatRepository rows;
    private final Seats seats;
    private final Handover handover;
    private final OtherSteps otherSteps;
    private final MovedMessage message;
    private final Acts acts;
    private final ReviewTurns turns;
    private final People people;
    private final Submissions submissions;

    MovingSteps(SeatRepository rows, Seats seats, Handover handover, OtherSteps otherSteps, MovedMessage message, Acts acts,
            ReviewTurns turns,
            People people, Submissions submissions) {
        this.rows = rows;
        this.seats = seats;
        this.handover = handover;
        this.otherSteps = otherSteps;
        this.message = message;
        this.acts = acts;
        this.turns = turns;
        this.people = people;
        this.submissions = submissions;
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
            Acts.Opened at = acts.open(seat.reviewId, actor);
            Review review = at.review();
            Route route = at.route();
            if (rows.findByReviewIdAndTurnAndPersonId(review.id(), review.turn, to).isPresent()
                    && !seats.enoughWithout(review, route, List.of(seat), List.of())) {
                notMoved.add(new NotMoved(review.id(), submissions.reference(review.submissionId), people.person(to)
                        .name() + " sits in this step already, and so many answers are needed from different people."));
                continue;
            }
            if (!seats.fit(review, route, to)) {
                notMoved.add(new NotMoved(review.id(), submissions.reference(review.submissionId), people.person(to)
                        .name() + " may not decide here: it is the own firm's work, or not visible to them."));
                continue;
            }
            handover.hand(review, seat, to, from, reason.strip());
            acts.note(review, Entry.Kind.AMONG_REVIEWERS, actor, "Moved from " + people.person(from).name() + " to " + people.person(to)
                    .name() + ": " + reason.strip());
            turns.heldAnew(review, route);
            String step = route.steps().get(review.step).name();
            lines.add("  " + submissions.reference(review.submissionId) + ", " + step + ", " + count(at.board().files().size()));
            otherSteps.of(review, route, to).forEach(other -> warnings.add(receiver + " decides on "
                    + submissions.reference(review.submissionId) + " in “" + step + "” and in “" + other + "”."));
            Optional.ofNullable(seat.roleId).map(RoleId::new).filter(role -> people.holders(role).stream()
                    .anyMatch(h -> h.person().value() == from))
                    .ifPresent(role -> warnings.add("New steps still go to " + people.person(from)
                            .name() + ", who holds “" + people.roleName(role)
                            + "”. Give the role to somebody else under People if that is to change."));
        }
        if (!lines.isEmpty()) {
            message.tell(project, to, lines, "Moved to you from " + people.person(from).name() + " by " + actor.in(project)
                    .name() + ": " + reason.strip());
        }
        return new MovedSteps(lines.size(), notMoved, List.copyOf(warnings));
    }

    private static String count(int files) {
        return files == 1 ? "one file" : files + " files";
    }
}
