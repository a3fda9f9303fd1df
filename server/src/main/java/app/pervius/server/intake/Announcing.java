package app.pervius.server.intake;

import app.pervius.core.arrive.FileName;
import app.pervius.core.project.FieldValues;
import app.pervius.server.folders.Folders;
import app.pervius.server.numbers.Counters;
import app.pervius.server.people.People;
import app.pervius.server.refused.Refused;
import app.pervius.server.store.Json;
import java.time.InstantSource;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Begins submissions: a submission is begun with the names of its files, their bytes follow one by one, and it is closed. */
@Service
public class Announcing {

    private static final int MOST_FILES = 10_000;

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
    private final People people;
    private final Counters counters;
    private final InstantSource clock;
    private final TransactionTemplate transaction;
    private final long largest;

    Announcing(SubmissionRepository submissions, SubmissionFileRepository announced, Quota quota, Folders folders, People people,
            Counters counters, InstantSource clock, TransactionTemplate transaction,
            @Value("${pervius.upload.largest-bytes}") long largest) {
        this.submissions = submissions;
        this.announced = announced;
        this.quota = quota;
        this.folders = folders;
        this.people = people;
        this.counters = counters;
        this.clock = clock;
        this.transaction = transaction;
        this.largest = largest;
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
            List<SubmissionFile> files = IntStream.range(0, beginning.files().size())
                    .mapToObj(i -> announce(submission.id(), i, beginning.files().get(i), keys)).toList();
            quota.mustHaveRoom(submission.uploaderId, submission.authorFirmId, files.stream()
                    .filter(f -> f.state == SubmissionFile.State.EXPECTED).map(f -> f.size).toList());
            announced.saveAll(files);
            return submission.id();
        }));
    }

    /** Announces one more file of an open submission; gives its place. */
    int add(long submission, Announced more) {
        int position = files(submission);
        announced.save(announce(submission, position, more, new HashSet<>()));
        return position;
    }

    boolean hasRoom(long submission) {
        return files(submission) < MOST_FILES;
    }

    private int files(long submission) {
        return (int) announced.countBySubmissionId(submission);
    }

    /** Why files handed in together would be refused before a byte of them is read, in their order; empty where one would not. */
    public List<Optional<String>> refusals(List<Announced> together) {
        Set<String> keys = new HashSet<>();
        return together.stream().map(file -> Optional.ofNullable(announce(0, 0, file, keys).refusal)).toList();
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
                    file.refuse("There is another file of this name in the same submission.");
                }
            }
            case FileName.Checked.Refused refused -> {
                file.name = visible(wanted.name());
                file.refuse(refused.reason());
            }
        }
        if (file.state == SubmissionFile.State.EXPECTED && wanted.size() <= 0) {
            file.refuse("The file is empty.");
        } else if (file.state == SubmissionFile.State.EXPECTED && wanted.size() > largest) {
            file.refuse("The file has " + wanted.size() + " bytes; at most " + largest + " are taken here.");
        }
        if (file.state == SubmissionFile.State.REFUSED) {
            file.nameKey = "refused " + position;
        }
        return file;
    }

    /** A name that cannot be taken, as it can be shown. */
    private static String visible(String name) {
        String shown = name.replaceAll("[\\p{Cntrl}\\p{Cf}\\p{Cs}]", "�");
        return shown.length() > FileName.LONGEST ? shown.substring(0, FileName.LONGEST - 1) + "…" : shown;
    }
}
