package app.pervius.server.intake;

import app.pervius.server.due.Look;
import java.time.Duration;
import java.time.InstantSource;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;

/**
 * Closes submissions from which nothing has come for a while, as after a connection that was lost for good, and goes on with those that a
 * crash has left half closed.
 */
@Component
class QuietSubmissions implements Look {

    private static final Logger LOG = LoggerFactory.getLogger(QuietSubmissions.class);
    private static final int AT_A_TIME = 100;

    private final SubmissionRepository submissions;
    private final Closing closing;
    private final InstantSource clock;
    private final Duration quiet;

    QuietSubmissions(SubmissionRepository submissions, Closing closing, InstantSource clock,
            @Value("${pervius.submission.quiet}") Duration quiet) {
        this.submissions = submissions;
        this.closing = closing;
        this.clock = clock;
        this.quiet = quiet;
    }

    @Override
    public String key() {
        return "quiet-submissions";
    }

    @Override
    public Duration every() {
        return Duration.ofSeconds(15);
    }

    @Override
    public void look() {
        submissions.opening(Limit.of(AT_A_TIME)).forEach(this::close);
        submissions.quietSince(clock.instant().minus(quiet), Limit.of(AT_A_TIME)).forEach(this::close);
    }

    /** One that cannot be closed holds up no other; it is tried again with the next look. */
    private void close(long submission) {
        try {
            closing.close(submission);
        } catch (RuntimeException e) {
            LOG.warn("submission {} could not be closed; it is tried again", submission, e);
        }
    }
}
