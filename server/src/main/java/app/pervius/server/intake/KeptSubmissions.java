package app.pervius.server.intake;

import app.pervius.server.passages.Submissions;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationStartedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Submissions, as the engine handles them. Leases run on the machine's own clock, not on the project's. */
@Component
@Transactional
class KeptSubmissions implements Submissions {

    private static final Duration LEASE = Duration.ofMinutes(2);
    private static final int MOST_PICKED_UP = 1000;

    private final SubmissionRepository submissions;
    private final boolean working;
    private final Clock machine = Clock.systemUTC();

    KeptSubmissions(SubmissionRepository submissions, @Value("${pervius.working:true}") boolean working) {
        this.submissions = submissions;
        this.working = working;
    }

    /** The data directory is locked by this process, so whatever was in hand was in the hand of one that is gone. */
    @EventListener(ApplicationStartedEvent.class)
    void nobodyHasThem() {
        if (working) {
            submissions.giveBackAll();
        }
    }

    @Override
    public boolean take(long submission) {
        Instant now = machine.instant();
        return submissions.take(submission, now, now.plus(LEASE)) == 1;
    }

    @Override
    public void giveBack(long submission) {
        submissions.giveBack(submission);
    }

    @Override
    @Transactional(readOnly = true)
    public int run(long submission) {
        return submissions.lease(submission);
    }

    @Override
    @Transactional(readOnly = true)
    public String reference(long submission) {
        return submissions.reference(submission);
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
