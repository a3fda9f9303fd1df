package app.pervius.server.passages;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import org.jspecify.annotations.Nullable;

/** What the engine has to know of a submission; intake, which keeps submissions, answers. */
public interface Submissions {

    /**
     * Takes it in hand for a new run of its passages, until {@link #unsettled} says it is settled or its lease is over.
     *
     * @return the run's number, which no other run of it ever has; none while another process has it in hand
     */
    OptionalInt take(long submission);

    /** Keeps it in hand for longer; false if it is no longer, since the lease was over. */
    boolean keep(long submission);

    /** Gives back what a former life of this process had in hand. */
    void letGo();

    /** Its reference, as people say it. */
    String reference(long submission);

    /** What was handed in for what, and by when an answer is asked for. */
    record Asked(String reference, String purpose, @Nullable LocalDate answerDue) {
    }

    Map<Long, Asked> asked(Collection<Long> submissions);

    /** Marks that it has to be settled, or that it has been. */
    void unsettled(long submission, boolean unsettled);

    /** Submissions that still have to be settled. */
    List<Long> unsettled();
}
