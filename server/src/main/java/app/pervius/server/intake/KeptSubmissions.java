package app.pervius.server.intake;

import app.pervius.core.project.FieldValues;
import app.pervius.server.messages.Settled;
import app.pervius.server.passages.Submissions;
import app.pervius.server.store.Instance;
import app.pervius.server.store.Json;
import app.pervius.server.store.Portions;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
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

    /** How long a submission is in somebody's hand unless it is kept; longer than the longest look at one file takes. */
    private static final Duration LEASE = Duration.ofMinutes(2);

    private final SubmissionRepository submissions;
    private final Instance instance;
    private final InstantSource clock;

    KeptSubmissions(SubmissionRepository submissions, Instance instance, InstantSource clock) {
        this.submissions = submissions;
        this.instance = instance;
        this.clock = clock;
    }

    /** The values given with a submission. */
    static FieldValues given(Submission submission) {
        return new FieldValues(Json.read(submission.givenValues, new TypeReference<Map<String, String>>() { }));
    }

    @Override
    public OptionalInt take(long submission) {
        Instant now = clock.instant();
        return submissions.take(submission, instance.name(), now, now.plus(LEASE)) == 0 ? OptionalInt.empty()
                : OptionalInt.of(submissions.runs(submission));
    }

    @Override
    public boolean keep(long submission) {
        return submissions.keep(submission, instance.name(), clock.instant().plus(LEASE)) == 1;
    }

    @Override
    public void letGo() {
        submissions.letGo(instance.name());
    }

    @Override
    @Transactional(readOnly = true)
    public String reference(long submission) {
        return submissions.reference(submission);
    }

    @Override
    @Transactional(readOnly = true)
    public Map<Long, Asked> asked(Collection<Long> wanted) {
        return Portions.of(wanted, submissions::asked).stream()
                .collect(Collectors.toMap(SubmissionRepository.Asked::submission,
                        s -> new Asked(s.reference(), s.purpose(), s.answerDue())));
    }

    @Override
    public Optional<String> settled(long submission) {
        return submissions.settledReference(submission);
    }

    @Override
    public void unsettled(long submission, boolean unsettled) {
        if (unsettled) {
            submissions.unsettled(submission);
        } else {
            submissions.settled(submission);
        }
    }

    @Override
    @Transactional(readOnly = true)
    public List<Long> unsettled() {
        return submissions.unsettled(Limit.of(MOST_PICKED_UP));
    }
}
