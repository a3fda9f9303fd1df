package app.pervius.server.reviews;

import app.pervius.core.passage.PassageId;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.PersonId;
import app.pervius.core.review.Answer;
import app.pervius.core.review.Refusal;
import app.pervius.core.review.Route;
import app.pervius.server.refused.Refused;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Why something cannot be done in a review, in words, with who did what meanwhile. */
@Component
class Refusals {

    private static final DateTimeFormatter WHEN = DateTimeFormatter.ofPattern("EEE d MMM, HH:mm", Locale.ENGLISH);

    private final ClosingRepository closings;
    private final Passages passages;
    private final People people;
    private final Projects projects;

    Refusals(ClosingRepository closings, Passages passages, People people, Projects projects) {
        this.closings = closings;
        this.passages = passages;
        this.people = people;
        this.projects = projects;
    }

    /** @param meantTurn the turn the person saw */
    Refused problem(Review review, Route route, int meantTurn, Refusal why) {
        return switch (why) {
            case Refusal.TurnIsOver(), Refusal.IsOver() -> Refused.conflict("step-is-over", whatHappened(review, route, meantTurn));
            case Refusal.NotYours() -> Refused.forbidden("You are not one of those who decide in this step.");
            case Refusal.NotInReview(PassageId passage) -> Refused.invalid("passages",
                    "A file is not at this step of this review: " + passage.value() + ".");
            case Refusal.NoSuchCode(int code) -> Refused.invalid("code", "Decision codes are 1 to 4, not " + code + ".");
            case Refusal.CommentMissing(DecisionCode code) -> Refused.invalid("comment",
                    "“" + code.digit() + ", " + code.name() + "” needs a comment: the author has to know why.");
            case Refusal.AnsweredByAnother(PassageId passage, Answer answer) -> Refused.conflict("answered-by-another",
                    answer.by().map(p -> people.person(p.value()).name())
                    .orElse("Somebody else") + " has given “" + answer.code() + "” for "
                            + passages.passage(passage.value()).inWords() + " in the meantime"
                            + (answer.comment().isEmpty() ? "." : ": " + answer.comment()));
            case Refusal.Undecided(List<PassageId> undecided, List<PersonId> missing, int needed) -> Refused.conflict("undecided",
                    (undecided.size() == 1
                    ? "One file has no decision yet: " : undecided.size() + " files have no decision yet, the first: ")
                    + passages.passage(undecided.getFirst().value()).inWords() + "." + whose(missing, needed));
            case Refusal.LeadCloses() -> Refused.forbidden("The lead of this step draws the answers together and closes it.");
            case Refusal.OnlyRelease() -> Refused.conflict("only-release",
                    "It is decided already; only the release of the comments is open.");
            case Refusal.NothingToRelease() -> Refused.conflict("nothing-to-release",
                    "Nothing of it is decided yet, so there is nothing to release.");
            case Refusal.HasAnswers() -> Refused.conflict("has-answers", "Somebody has decided on a file of it already.");
            case Refusal.NothingLeft() -> Refused.invalid("passages", "Choose some of its files, but not all.");
            case Refusal.NotAlike(String reason) -> Refused.conflict("not-alike", "These reviews cannot be joined: " + reason + ".");
        };
    }

    /** Whose answers are missing, where several people answer. */
    private String whose(List<PersonId> missing, int needed) {
        if (missing.isEmpty() || needed == 0) {
            return "";
        }
        String names = missing.stream().map(p -> people.person(p.value()).name()).collect(Collectors.joining(", "));
        return missing.size() <= needed ? " What is missing is the answer of " + names + "."
                : " What is missing is the answer of " + (needed == 1 ? "one" : needed + "") + " of these: " + names + ".";
    }

    private String whatHappened(Review review, Route route, int turn) {
        return switch (review.state) {
            case TAKEN_BACK -> "The review was taken back by its sender.";
            case STOPPED -> "The review was stopped by document control.";
            case FORMING -> "The review has not begun yet.";
            case OPEN, RELEASING, CLOSED -> closings.findByReviewIdAndTurnOrderByIdDesc(review.id(), turn).stream().findFirst()
                    .map(c -> (c.personId == null ? "Nobody answered in time, so Pervius" : people.person(c.personId).name())
                            + " closed the step “" + route.steps().get(c.step).name()
                            + "” on " + WHEN.format(c.closedAt.atZone(projects.settings(review.projectId).zone())) + ".")
                    .orElse("The review is not at this step.");
        };
    }
}
