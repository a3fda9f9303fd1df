package app.pervius.server.intake;

import java.time.Duration;
import java.time.InstantSource;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** When something last came of a submission, noted now and then: one from which nothing comes any more is closed. */
@Component
class Activity {

    private final SubmissionRepository submissions;
    private final InstantSource clock;
    private final Duration quiet;

    Activity(SubmissionRepository submissions, InstantSource clock, @Value("${pervius.submission.quiet}") Duration quiet) {
        this.submissions = submissions;
        this.clock = clock;
        this.quiet = quiet;
    }

    /** Whether what is noted is so old that it has to be noted anew, lest the submission be taken for quiet. */
    boolean stale(Submission submission) {
        return submission.lastActivity.isBefore(clock.instant().minus(quiet.dividedBy(4)));
    }

    /** Something comes now; within a transaction. */
    void now(long submission) {
        submissions.active(submission, clock.instant());
    }

    /** The same for a submission that is held. */
    void now(Submission submission) {
        submission.lastActivity = clock.instant();
    }
}
