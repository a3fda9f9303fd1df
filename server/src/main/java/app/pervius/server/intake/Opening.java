package app.pervius.server.intake;

import app.pervius.core.arrive.Bundle;
import app.pervius.core.arrive.FileName;
import app.pervius.server.folders.Files;
import app.pervius.server.journal.Journal;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.passages.Engine;
import app.pervius.server.passages.Joining;
import app.pervius.server.store.CrashPoint;
import app.pervius.server.store.Portions;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * The revisions of a closed submission begin their passages some at a time, so that others are answered meanwhile. None of them moves
 * before all have begun. What a crash leaves is done by whoever looks next; several may do it at the same time.
 */
@Component
class Opening {

    private final SubmissionRepository submissions;
    private final SubmissionFileRepository announced;
    private final Files files;
    private final Door door;
    private final Engine engine;
    private final Live live;
    private final TransactionTemplate transaction;
    private final int together;

    Opening(SubmissionRepository submissions, SubmissionFileRepository announced, Files files, Door door, Engine engine, Live live,
            TransactionTemplate transaction, @Value("${pervius.submission.begun-together}") int together) {
        this.submissions = submissions;
        this.announced = announced;
        this.files = files;
        this.door = door;
        this.engine = engine;
        this.live = live;
        this.transaction = transaction;
        this.together = together;
    }

    /** Has what is left of a submission begin; nothing happens where nothing is left. */
    void rest(long submission) {
        List<Bundle<SubmissionFileRepository.Received>> bundles = bundles(submission);
        while (Boolean.TRUE.equals(transaction.execute(status -> some(submissions.locked(submission).orElseThrow(), bundles)))) {
            CrashPoint.HALF_BEGUN.reached();
        }
    }

    /** The next ones, in the transaction of whoever holds the submission; true if more is left. */
    boolean some(Submission submission) {
        return some(submission, bundles(submission.id()));
    }

    /** What has come, as revisions; the same as long as the submission is there. */
    private List<Bundle<SubmissionFileRepository.Received>> bundles(long submission) {
        return Bundle.together(announced.received(submission, SubmissionFile.State.RECEIVED), file -> new FileName(file.name()));
    }

    private boolean some(Submission submission, List<Bundle<SubmissionFileRepository.Received>> bundles) {
        long id = submission.id();
        if (!submission.opening) {
            return false;
        }
        List<Bundle<SubmissionFileRepository.Received>> now = bundles.subList(submission.opened,
                Math.min(bundles.size(), submission.opened + together));
        Map<Long, Files.FileView> kept = files.files(now.stream().flatMap(bundle -> bundle.files().stream())
                .map(SubmissionFileRepository.Received::folderFile).toList());
        Joining.Halted halted = door.halted(submission);
        now.forEach(bundle -> open(submission, halted, bundle, kept));
        submission.opened += now.size();
        submission.opening = submission.opened < bundles.size();
        submissions.saveAndFlush(submission);
        if (!submission.opening) {
            engine.wake(id);
        }
        live.changed(new Change(submission.projectId, submission.authorFirmId, Live.Topic.FOLDER, submission.folderId));
        return submission.opening;
    }

    private void open(Submission submission, Joining.Halted halted, Bundle<SubmissionFileRepository.Received> bundle,
            Map<Long, Files.FileView> kept) {
        List<Files.FileView> its = bundle.files().stream().map(f -> Objects.requireNonNull(kept.get(f.folderFile()))).toList();
        Optional<String> joined = door.joins(submission, halted, bundle.base(), its);
        if (joined.isPresent()) {
            Portions.of(bundle.files().stream().map(SubmissionFileRepository.Received::file).toList(), announced::findAllById)
                    .forEach(file -> file.joins(joined.get()));
            return;
        }
        List<String> remarks = bundle.files().stream().filter(file -> file.remark() != null)
                .map(file -> "“" + file.name() + "”: " + file.remark()).toList();
        door.begin(submission, bundle.base(), its, Door.Manner.handedIn(its), Journal.Actor.PERVIUS, remarks);
    }
}
