package app.pervius.server.intake;

import app.pervius.core.arrive.FileName;
import app.pervius.server.access.Actor;
import app.pervius.server.content.ContentStore;
import app.pervius.server.folders.Files;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.refused.Refused;
import java.io.IOException;
import java.io.InputStream;
import java.util.Objects;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Takes in the bytes of announced files. Only what is on the disk is answered as received; what is wrong with one file holds up no other.
 */
@Service
public class Receiving {

    private final SubmissionRepository submissions;
    private final SubmissionFileRepository announced;
    private final Files files;
    private final Bytes incoming;
    private final KnownBytes known;
    private final Activity activity;
    private final Live live;
    private final TransactionTemplate transaction;

    Receiving(SubmissionRepository submissions, SubmissionFileRepository announced, Files files, Bytes incoming, KnownBytes known,
            Activity activity, Live live, TransactionTemplate transaction) {
        this.submissions = submissions;
        this.announced = announced;
        this.files = files;
        this.incoming = incoming;
        this.known = known;
        this.activity = activity;
        this.live = live;
        this.transaction = transaction;
    }

    /** Takes in the bytes of one announced file from its uploader, to their end. Sent again after a break, it simply counts once. */
    public void receive(long submission, int position, Actor uploader, InputStream bytes) throws IOException {
        SubmissionFile expected = expected(submission, position, uploader);
        if (expected.state == SubmissionFile.State.RECEIVED) {
            mustBeTheSame(expected, bytes);
            return;
        }
        Bytes.Kept kept = incoming.keep(bytes, expected.name, expected.size);
        transaction.executeWithoutResult(status -> note(submission, position, kept));
        incoming.lookSoon(kept);
    }

    /** Sent again, as after an answer that was lost: nothing happens; other bytes are refused, since nothing would be kept of them. */
    private void mustBeTheSame(SubmissionFile received, InputStream bytes) throws IOException {
        Files.FileView there = files.file(Objects.requireNonNull(received.folderFileId));
        if (!ContentStore.hash(bytes, there.size()).equals(Optional.of(there.hash()))) {
            throw Refused.conflict("received-already", "“" + received.name
                    + "” was received before with other content. Hand the new one in by itself.");
        }
    }

    private SubmissionFile expected(long submission, int position, Actor uploader) {
        Submission its = submissions.findById(submission).filter(s -> uploader.is(s.uploaderId))
                .orElseThrow(() -> Refused.notFound("submission"));
        SubmissionFile file = announced.findBySubmissionIdAndPosition(submission, position)
                .orElseThrow(() -> Refused.notFound("file of this submission"));
        if (file.state == SubmissionFile.State.REFUSED) {
            throw Refused.conflict("refused", String.valueOf(file.refusal));
        }
        if (!its.open && file.state == SubmissionFile.State.EXPECTED) {
            throw Refused.conflict("closed", "The submission was closed before “" + file.name + "” arrived.");
        }
        if (activity.stale(its)) {
            transaction.executeWithoutResult(status -> activity.now(submission));
        }
        return file;
    }

    /** Notes in a transaction that a file is there. */
    void note(long id, int position, Bytes.Kept kept) {
        Submission submission = submissions.locked(id).orElseThrow();
        SubmissionFile file = announced.findBySubmissionIdAndPosition(id, position).orElseThrow();
        if (!submission.open) {
            throw Refused.conflict("closed", "The submission was closed before “" + file.name + "” arrived.");
        }
        if (file.state == SubmissionFile.State.RECEIVED) {
            return;
        }
        Files.Added added = files.add(submission.folderId,
                new Files.Content(new FileName(file.name), kept.hash(), kept.size(), kept.mediaType()),
                submission.uploaderId);
        if (added.bytesKnown()) {
            file.remark = files.cameBefore(kept.hash(), submission.projectId, submission.authorFirmId)
                    .map(known::inWords).orElse(null);
        }
        file.folderFileId = added.id();
        file.state = SubmissionFile.State.RECEIVED;
        if (activity.stale(submission)) {
            activity.now(submission);
        }
        live.changed(new Change(submission.projectId, submission.authorFirmId, Live.Topic.FOLDER, submission.folderId));
    }
}
