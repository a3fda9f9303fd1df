package app.pervius.server.passages;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** What the engine has to know of a submission; intake, which keeps submissions, answers. */
public interface Submissions {

    /** A new run of its passages begins; gives its number, which no other run of it ever has. */
    int beginRun(long submission);

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
