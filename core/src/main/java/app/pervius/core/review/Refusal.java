package app.pervius.core.review;

import app.pervius.core.passage.PassageId;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.PersonId;
import java.util.List;

/** Why something cannot be done in a review. */
public sealed interface Refusal {

    /** The review has gone on since the person looked. */
    record TurnIsOver() implements Refusal {
    }

    /** The person sits in none of the step's seats. */
    record NotYours() implements Refusal {
    }

    /** A revision is not at this step of this review. */
    record NotInReview(PassageId passage) implements Refusal {
    }

    /** The project has no such decision code. */
    record NoSuchCode(int code) implements Refusal {
    }

    /** The code needs a comment. */
    record CommentMissing(DecisionCode code) implements Refusal {
    }

    /** Somebody else has given the one answer the step needs. */
    record AnsweredByAnother(PassageId passage, Answer answer) implements Refusal {
    }

    /**
     * Revisions that have not all the answers they need.
     *
     * @param missing who has not answered the first of them
     * @param needed how many answers of those it lacks
     */
    record Undecided(List<PassageId> passages, List<PersonId> missing, int needed) implements Refusal {
        public Undecided {
            passages = List.copyOf(passages);
            missing = List.copyOf(missing);
        }
    }

    /** The lead of the step closes it. */
    record LeadCloses() implements Refusal {
    }

    /** It is decided; only its release is open. */
    record OnlyRelease() implements Refusal {
    }

    /** Nothing of it is decided, so there is nothing to release. */
    record NothingToRelease() implements Refusal {
    }

    /** Somebody has decided on a file already. */
    record HasAnswers() implements Refusal {
    }

    /** All of its files, or none, would be split off. */
    record NothingLeft() implements Refusal {
    }

    /** The two reviews are not alike. */
    record NotAlike(String why) implements Refusal {
    }

    /** All of it is over. */
    record IsOver() implements Refusal {
    }
}
