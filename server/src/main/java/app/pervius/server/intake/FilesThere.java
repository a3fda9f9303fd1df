package app.pervius.server.intake;

import app.pervius.core.arrive.Bundle;
import app.pervius.core.arrive.FileName;
import app.pervius.core.project.FieldValues;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.journal.Journal;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.numbers.Counters;
import app.pervius.server.passages.Engine;
import app.pervius.server.people.People;
import app.pervius.server.store.Json;
import java.time.InstantSource;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Submissions of files that lie in a folder already: nothing is uploaded, so they are closed as soon as they are made. */
@Component
@Transactional(propagation = Propagation.MANDATORY)
class FilesThere {

    /** Whose work is submitted by whom, and what for. */
    record Occasion(long author, long uploader, String purpose, @Nullable LocalDate answerDue, FieldValues given) {
    }

    /**
     * How the files begin their passages.
     *
     * @param note what is written on each passage first; empty for nothing
     */
    record Manner(Door.Manner how, Journal.Actor by, String note) {
    }

    private final SubmissionRepository submissions;
    private final SubmissionFileRepository submitted;
    private final Door door;
    private final People people;
    private final Counters counters;
    private final Engine engine;
    private final Live live;
    private final InstantSource clock;

    FilesThere(SubmissionRepository submissions, SubmissionFileRepository submitted, Door door,
            People people, Counters counters, Engine engine, Live live,
            InstantSource clock) {
        this.submissions = submissions;
        this.submitted = submitted;
        this.door = door;
        this.people = people;
        this.counters = counters;
        this.engine = engine;
        this.live = live;
        this.clock = clock;
    }

    /** Makes a submission of the files; gives its id. Its passages begin with {@link #begin}. */
    long submit(Folders.FolderView folder, List<Files.FileView> its, Occasion occasion) {
        Submission submission = new Submission();
        submission.projectId = folder.project();
        submission.folderId = folder.id();
        submission.reference = "S-%04d".formatted(counters.take(folder.project(), "submission"));
        submission.purpose = occasion.purpose().strip();
        submission.answerDue = occasion.answerDue();
        submission.givenValues = Json.write(occasion.given().byKey());
        submission.authorId = occasion.author();
        submission.authorFirmId = people.person(occasion.author()).firmId();
        submission.uploaderId = occasion.uploader();
        submission.openedAt = clock.instant();
        submission.lastActivity = clock.instant();
        submission.open = false;
        submission.closedAt = clock.instant();
        long id = submissions.saveAndFlush(submission).id();
        for (int i = 0; i < its.size(); i++) {
            submitted.save(row(id, i, its.get(i)));
        }
        return id;
    }

    /** Begins a passage for every revision among the files, and has the engine take them on; gives the passages. */
    List<Long> begin(long submission, Folders.FolderView folder, List<Files.FileView> its, Manner manner) {
        Submission row = submissions.findById(submission).orElseThrow();
        List<Long> begun = new ArrayList<>();
        for (Bundle<Files.FileView> bundle : Bundle.together(its, f -> new FileName(f.name()))) {
            long passage = door.begin(row, bundle.base(), bundle.files(), manner.how(), manner.by(), manner.note().isEmpty() ? List.of()
                    : List.of(manner.note()));
            begun.add(passage);
        }
        engine.wake(submission);
        live.changed(new Change(folder.project(), row.authorFirmId, Live.Topic.FOLDER, folder.id()));
        return begun;
    }

    private static SubmissionFile row(long submission, int position, Files.FileView file) {
        SubmissionFile row = new SubmissionFile();
        row.submissionId = submission;
        row.position = position;
        row.name = file.name();
        row.nameKey = new FileName(file.name()).key();
        row.size = file.size();
        row.state = SubmissionFile.State.RECEIVED;
        row.folderFileId = file.id();
        return row;
    }
}
