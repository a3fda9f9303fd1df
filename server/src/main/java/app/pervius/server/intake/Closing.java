package app.pervius.server.intake;

import app.pervius.core.arrive.Bundle;
import app.pervius.core.arrive.FileName;
import app.pervius.server.folders.Files;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.refused.Refused;
import java.time.InstantSource;
import java.util.List;
import java.util.Objects;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Closes submissions: every revision in one begins its passage. */
@Service
public class Closing {

    private final SubmissionRepository submissions;
    private final SubmissionFileRepository announced;
    private final Files files;
    private final KeptOnly watched;
    private final Opening opening;
    private final Live live;
    private final InstantSource clock;
    private final TransactionTemplate transaction;

    Closing(SubmissionRepository submissions, SubmissionFileRepository announced, Files files, KeptOnly watched, Opening opening,
            Live live, InstantSource clock, TransactionTemplate transaction) {
        this.submissions = submissions;
        this.announced = announced;
        this.files = files;
        this.watched = watched;
        this.opening = opening;
        this.live = live;
        this.clock = clock;
        this.transaction = transaction;
    }

    /** Closes a submission: every revision in it begins its passage. Closing twice does nothing more the second time. */
    public void close(long id) {
        if (Boolean.TRUE.equals(transaction.execute(status -> closed(id)))) {
            opening.rest(id);
        }
    }

    /** True if more of it is still to begin. */
    private boolean closed(long id) {
        Submission submission = submissions.locked(id).orElseThrow(() -> Refused.notFound("submission"));
        if (!submission.open) {
            return submission.opening;
        }
        submission.open = false;
        submission.closedAt = clock.instant();
        announced.findBySubmissionIdAndStateOrderByPosition(id, SubmissionFile.State.EXPECTED)
                .forEach(file -> file.refuse("It never arrived completely. Send it again in a new submission."));
        boolean came = announced.existsBySubmissionIdAndState(id, SubmissionFile.State.RECEIVED);
        if (came && watched.only(submission)) {
            List<SubmissionFile> received = announced.findBySubmissionIdAndStateOrderByPosition(id, SubmissionFile.State.RECEIVED);
            watched.tell(submission, Bundle.together(received, f -> new FileName(f.name)),
                    files.files(received.stream().map(f -> Objects.requireNonNull(f.folderFileId)).toList()));
        } else if (came) {
            submission.opening = true;
            return opening.some(submission);
        }
        live.changed(new Change(submission.projectId, submission.authorFirmId, Live.Topic.FOLDER, submission.folderId));
        return false;
    }
}
