package app.pervius.server.intake;

import app.pervius.core.arrive.Bundle;
import app.pervius.core.arrive.FileName;
import app.pervius.server.access.Actor;
import app.pervius.server.folders.Files;
import app.pervius.server.journal.Journal;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.passages.Engine;
import app.pervius.server.passages.Joining;
import app.pervius.server.refused.Refused;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Closes submissions: every revision in one begins its passage. */
@Service
public class Closing {

    private final SubmissionRepository submissions;
    private final SubmissionFileRepository announced;
    private final Files files;
    private final Door door;
    private final KeptOnly watched;
    private final Engine engine;
    private final Live live;
    private final InstantSource clock;
    private final TransactionTemplate transaction;

    Closing(SubmissionRepository submissions, SubmissionFileRepository announced, Files files, Door door, KeptOnly watched, Engine engine,
            Live live, InstantSource clock, TransactionTemplate transaction) {
        this.submissions = submissions;
        this.announced = announced;
        this.files = files;
        this.door = door;
        this.watched = watched;
        this.engine = engine;
        this.live = live;
        this.clock = clock;
        this.transaction = transaction;
    }

    /** Closes a submission: every revision in it begins its passage. Closing twice does nothing the second time. */
    public void close(long id) {
        transaction.executeWithoutResult(status -> {
            Submission submission = submissions.locked(id).orElseThrow(() -> Refused.notFound("submission"));
            if (!submission.open) {
                return;
            }
            submission.open = false;
            submission.closedAt = clock.instant();
            List<SubmissionFile> received = new ArrayList<>();
            for (SubmissionFile file : announced.findBySubmissionIdOrderByPosition(id)) {
                if (file.state == SubmissionFile.State.RECEIVED) {
                    received.add(file);
                } else if (file.state == SubmissionFile.State.EXPECTED) {
                    file.refuse("It never arrived completely. Send it again in a new submission.");
                }
            }
            Map<Long, Files.FileView> kept = files.files(received.stream().map(f -> Objects.requireNonNull(f.folderFileId)).toList());
            if (!received.isEmpty() && watched.only(submission)) {
                watched.tell(submission, Bundle.together(received, f -> new FileName(f.name)), kept);
            } else if (!received.isEmpty()) {
                Joining.Halted halted = door.halted(submission);
                Bundle.together(received, f -> new FileName(f.name)).forEach(bundle -> open(submission, halted, bundle, kept));
                submissions.saveAndFlush(submission);
                engine.wake(id);
            }
            live.changed(new Change(submission.projectId, submission.authorFirmId, Live.Topic.FOLDER, submission.folderId));
        });
    }

    private void open(Submission submission, Joining.Halted halted, Bundle<SubmissionFile> bundle, Map<Long, Files.FileView> kept) {
        List<Files.FileView> its = bundle.files().stream().map(f -> Objects.requireNonNull(kept.get(f.folderFileId))).toList();
        Optional<String> joined = door.joins(submission, halted, bundle.base(), its);
        if (joined.isPresent()) {
            bundle.files().forEach(file -> file.joins(joined.get()));
            return;
        }
        List<String> remarks = bundle.files().stream().filter(file -> file.remark != null)
                .map(file -> "“" + file.name + "”: " + file.remark).toList();
        door.begin(submission, bundle.base(), its, Door.Manner.handedIn(its), Journal.Actor.PERVIUS, remarks);
    }
}
