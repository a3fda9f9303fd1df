package app.pervius.server.intake;

import app.pervius.core.arrive.Bundle;
import app.pervius.core.arrive.FileName;
import app.pervius.core.project.FieldValues;
import app.pervius.server.access.Actor;
import app.pervius.server.content.ContentStore;
import app.pervius.server.content.MediaTypes;
import app.pervius.server.due.Look;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.refused.Refused;
import app.pervius.server.journal.Journal;
import app.pervius.server.live.Live;
import app.pervius.server.numbers.Counters;
import app.pervius.server.passages.Engine;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.People;
import app.pervius.server.rules.Rules;
import app.pervius.server.store.CrashPoint;
import app.pervius.server.store.Json;
import app.pervius.server.titleblocks.TitleBlocks;
import java.io.IOException;
import java.io.InputStream;
import java.time.Duration;
import java.time.InstantSource;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Taking files in: a submission is begun with the names of its files, their bytes follow one by one, and it is closed. Only
 * what is on the disk is answered as received; what is wrong with one file holds up no other.
 */
@Service
public class Intake implements Look {

    private static final int MOST_FILES = 10_000;
    private static final int QUIET_AT_A_TIME = 100;

    /** A file as it is announced. */
    public record Announced(String name, long size) {
    }

    /** A submission as it is begun. */
    public record Beginning(long folder, long author, long uploader, String purpose, @Nullable LocalDate answerDue, FieldValues given,
            List<Announced> files) {
    }

    private final SubmissionRepository submissions;
    private final SubmissionFileRepository announced;
    private final Quota quota;
    private final Folders folders;
    private final Files files;
    private final ContentStore store;
    private final MediaTypes types;
    private final People people;
    private final Rules rules;
    private final Passages passages;
    private final Door door;
    private final KeptOnly watched;
    private final TitleBlocks titleBlocks;
    private final Engine engine;
    private final Counters counters;
    private final Live live;
    private final InstantSource clock;
    private final TransactionTemplate transaction;
    private final long largest;
    private final Duration quiet;

    Intake(SubmissionRepository submissions, SubmissionFileRepository announced, Quota quota, Folders folders, Files files,
            ContentStore store,
            MediaTypes types, People people, Rules rules, Passages passages, Door door, KeptOnly watched, TitleBlocks titleBlocks,
            Engine engine, Counters counters, Live live, InstantSource clock,
            TransactionTemplate transaction, @Value("${pervius.upload.largest-bytes}") long largest,
            @Value("${pervius.submission.quiet}") Duration quiet) {
        this.submissions = submissions;
        this.announced = announced;
        this.quota = quota;
        this.folders = folders;
        this.files = files;
        this.store = store;
        this.types = types;
        this.people = people;
        this.rules = rules;
        this.passages = passages;
        this.door = door;
        this.watched = watched;
        this.titleBlocks = titleBlocks;
        this.engine = engine;
        this.counters = counters;
        this.live = live;
        this.clock = clock;
        this.transaction = transaction;
        this.largest = largest;
        this.quiet = quiet;
    }

    /** Begins a submission; files that cannot be taken are refused in it, with the reason, before a byte is sent. */
    public long begin(Beginning beginning) {
        if (beginning.files().isEmpty() || beginning.files().size() > MOST_FILES) {
            throw Refused.invalid("files", "A submission has 1 to " + MOST_FILES + " files.");
        }
        return Objects.requireNonNull(transaction.execute(status -> {
            Folders.FolderView folder = folders.folder(beginning.folder());
            Submission submission = new Submission();
            submission.projectId = folder.project();
            submission.folderId = folder.id();
            submission.reference = "S-%04d".formatted(counters.take(folder.project(), "submission"));
            submission.purpose = beginning.purpose().strip();
            submission.answerDue = beginning.answerDue();
            submission.givenValues = Json.write(beginning.given().byKey());
            submission.authorId = beginning.author();
            submission.authorFirmId = people.person(beginning.author()).firmId();
            submission.uploaderId = beginning.uploader();
            submission.openedAt = clock.instant();
            submission.lastActivity = clock.instant();
            submissions.save(submission);
            Set<String> keys = new HashSet<>();
            quota.mustHaveRoom(submission.uploaderId, submission.authorFirmId, beginning.files());
            for (int i = 0; i < beginning.files().size(); i++) {
                announced.save(announce(submission.id(), i, beginning.files().get(i), keys));
            }
            return submission.id();
        }));
    }

    /** Takes in the bytes of one announced file from its uploader, to their end. Sent again after a break, it simply counts once. */
    public void receive(long submission, int position, Actor uploader, InputStream bytes) throws IOException {
        SubmissionFile expected = expected(submission, position, uploader);
        if (expected.state == SubmissionFile.State.RECEIVED) {
            mustBeTheSame(expected, bytes);
            return;
        }
        ContentStore.Kept kept;
        try {
            kept = store.keep(bytes, Math.min(largest, Math.max(expected.size, 1)));
        } catch (ContentStore.TooLarge e) {
            throw Refused.conflict("size-differs", "“" + expected.name + "” has more bytes than the " + expected.size
                    + " announced. Send it again.");
        }
        if (kept.size() != expected.size) {
            throw Refused.conflict("size-differs", "Only " + kept.size() + " of " + expected.size + " bytes of “" + expected.name
                    + "” arrived. Send it again; nothing else is held up.");
        }
        CrashPoint.FILE_STORED.reached();
        transaction.executeWithoutResult(status -> note(submission, position, kept));
        if (types.tell(kept.head(), expected.name).equals("application/pdf")) {
            titleBlocks.prepareSoon(kept.hash(), kept.size());
        }
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
                    refuse(file, "It never arrived completely. Send it again in a new submission.");
                }
            }
            Map<Long, Files.FileView> kept = files.files(received.stream().map(f -> Objects.requireNonNull(f.folderFileId)).toList());
            if (!received.isEmpty() && !rules.intake(submission.projectId, folders.pathUp(submission.folderId))) {
                watched.tell(submission, Bundle.together(received, f -> new FileName(f.name)), kept);
            } else if (!received.isEmpty()) {
                Bundle.together(received, f -> new FileName(f.name)).forEach(bundle -> open(submission, bundle, kept));
                submissions.saveAndFlush(submission);
                engine.wake(id);
            }
            live.changed(new Live.Change(submission.projectId, submission.authorFirmId, Live.Topic.FOLDER, submission.folderId));
        });
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
        submissions.quietSince(clock.instant().minus(quiet), Limit.of(QUIET_AT_A_TIME)).forEach(this::close);
    }

    private SubmissionFile announce(long submission, int position, Announced wanted, Set<String> keys) {
        SubmissionFile file = new SubmissionFile();
        file.submissionId = submission;
        file.position = position;
        file.size = wanted.size();
        switch (FileName.check(wanted.name())) {
            case FileName.Checked.Fine(FileName name) -> {
                file.name = name.text();
                file.nameKey = name.key();
                if (!keys.add(name.key())) {
                    refuse(file, "There is another file of this name in the same submission.");
                }
            }
            case FileName.Checked.Refused refused -> {
                file.name = visible(wanted.name());
                refuse(file, refused.reason());
            }
        }
        if (file.state == SubmissionFile.State.EXPECTED && wanted.size() <= 0) {
            refuse(file, "The file is empty.");
        } else if (file.state == SubmissionFile.State.EXPECTED && wanted.size() > largest) {
            refuse(file, "The file has " + wanted.size() + " bytes; at most " + largest + " are taken here.");
        }
        if (file.state == SubmissionFile.State.REFUSED) {
            file.nameKey = "refused " + position;
        }
        return file;
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
        if (staleActivity(its)) {
            transaction.executeWithoutResult(status -> submissions.active(submission, clock.instant()));
        }
        return file;
    }

    /** Whether the last activity noted is so old that a new one has to be, lest the submission be taken for quiet. */
    private boolean staleActivity(Submission submission) {
        return submission.lastActivity.isBefore(clock.instant().minus(quiet.dividedBy(4)));
    }

    private void note(long id, int position, ContentStore.Kept kept) {
        Submission submission = submissions.locked(id).orElseThrow();
        SubmissionFile file = announced.findBySubmissionIdAndPosition(id, position).orElseThrow();
        if (!submission.open) {
            throw Refused.conflict("closed", "The submission was closed before “" + file.name + "” arrived.");
        }
        if (file.state == SubmissionFile.State.RECEIVED) {
            return;
        }
        Files.Added added = files.add(submission.folderId,
                new Files.Content(new FileName(file.name), kept.hash(), kept.size(), types.tell(kept.head(), file.name)),
                submission.uploaderId);
        if (added.bytesKnown()) {
            file.remark = files.cameBefore(kept.hash(), submission.projectId, submission.authorFirmId)
                    .map(known -> KnownBytes.inWords(known, folders, passages)).orElse(null);
        }
        file.folderFileId = added.id();
        file.state = SubmissionFile.State.RECEIVED;
        if (staleActivity(submission)) {
            submission.lastActivity = clock.instant();
        }
        live.changed(new Live.Change(submission.projectId, submission.authorFirmId, Live.Topic.FOLDER, submission.folderId));
    }

    private void open(Submission submission, Bundle<SubmissionFile> bundle, Map<Long, Files.FileView> kept) {
        List<Files.FileView> its = bundle.files().stream().map(f -> Objects.requireNonNull(kept.get(f.folderFileId))).toList();
        List<String> remarks = bundle.files().stream().filter(file -> file.remark != null)
                .map(file -> "“" + file.name + "”: " + file.remark).toList();
        door.begin(submission, bundle.base(), its, Door.Manner.handedIn(its), Journal.Actor.PERVIUS, remarks);
    }

    private static void refuse(SubmissionFile file, String reason) {
        file.state = SubmissionFile.State.REFUSED;
        file.refusal = reason;
    }

    /** A name that cannot be taken, as it can be shown. */
    private static String visible(String name) {
        String shown = name.replaceAll("[\\p{Cntrl}\\p{Cf}\\p{Cs}]", "�");
        return shown.length() > FileName.LONGEST ? shown.substring(0, FileName.LONGEST - 1) + "…" : shown;
    }
}
