package app.pervius.server.intake;

import app.pervius.core.arrive.Bundle;
import app.pervius.core.arrive.FileName;
import app.pervius.server.folders.Files;
import app.pervius.server.passages.PassageFacts;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What arrived in folders where no rule takes files: it has no passages, and is tried as it came. */
@Component
@Transactional(readOnly = true)
public class KeptArrivals {

    private final SubmissionRepository submissions;
    private final SubmissionFileRepository submitted;
    private final Files files;

    KeptArrivals(SubmissionRepository submissions, SubmissionFileRepository submitted, Files files) {
        this.submissions = submissions;
        this.submitted = submitted;
        this.files = files;
    }

    /**
     * The revisions of the newest submissions that were only kept, by submission.
     *
     * @param folder only those in this folder; absent for all of the project
     * @param most how many submissions at most
     */
    public Map<Long, List<PassageFacts>> last(long project, @Nullable Long folder, int most) {
        Map<Long, List<PassageFacts>> found = new LinkedHashMap<>();
        for (Submission submission : submissions.keptOnly(project, folder, Limit.of(most))) {
            List<SubmissionFile> received = submitted.findBySubmissionIdOrderByPosition(submission.id()).stream()
                    .filter(f -> f.folderFileId != null).toList();
            Map<Long, Files.FileView> kept = files.files(received.stream().map(f -> Objects.requireNonNull(f.folderFileId)).toList());
            found.put(submission.id(), Bundle.together(received, f -> new FileName(f.name)).stream()
                    .map(bundle -> KeptOnly.facts(submission, bundle, kept)).toList());
        }
        return found;
    }
}
