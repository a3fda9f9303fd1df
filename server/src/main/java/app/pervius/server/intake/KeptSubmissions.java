package app.pervius.server.intake;

import app.pervius.core.project.FieldValues;
import app.pervius.server.messages.Settled;
import app.pervius.server.passages.Submissions;
import app.pervius.server.store.Json;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;

/** Submissions, as the engine handles them. */
@Component
@Transactional
class KeptSubmissions implements Submissions, Settled {

    private static final int MOST_PICKED_UP = 1000;

    private final SubmissionRepository submissions;

    KeptSubmissions(SubmissionRepository submissions) {
        this.submissions = submissions;
    }

    /** The values given with a submission. */
    static FieldValues given(Submission submission) {
        return new FieldValues(Json.read(submission.givenValues, new TypeReference<Map<String, String>>() { }));
    }

    @Override
    public int beginRun(long submission) {
        submissions.beginRun(submission);
        return submissions.runs(submission);
    }

    @Override
    @Transactional(readOnly = true)
    public String reference(long submission) {
        return submissions.reference(submission);
    }

    @Override
    @Transactional(readOnly = true)
    public Map<Long, Asked> asked(Collection<Long> wanted) {
        return wanted.isEmpty() ? Map.of() : submissions.asked(wanted).stream()
                .collect(Collectors.toMap(s -> (Long) s[0], s -> new Asked((String) s[1], (String) s[2], (LocalDate) s[3])));
    }

    @Override
    public Optional<String> settled(long submission) {
        return submissions.settled(submission);
    }

    @Override
    public void unsettled(long submission, boolean unsettled) {
        submissions.setUnsettled(submission, unsettled);
    }

    @Override
    @Transactional(readOnly = true)
    public List<Long> unsettled() {
        return submissions.unsettled(Limit.of(MOST_PICKED_UP));
    }
}
