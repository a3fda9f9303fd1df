package app.pervius.server.intake;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface SubmissionFileRepository extends JpaRepository<SubmissionFile, Long> {
    /** Files that are announced and have not come yet, and their bytes. */
    interface Awaited {
        long getFiles();

        long getBytes();
    }

    /** How many files a submission has, and how many of them were refused. */
    interface Counted {
        long getSubmission();

        int getFiles();

        int getRefused();
    }

    /** A file that has come, as far as it matters for how it begins its passage. */
    record Received(long file, String name, long folderFile, @Nullable String remark) {
    }

    @Query("select f.id as file, f.name as name, f.folderFileId as folderFile, f.remark as remark from SubmissionFile f "
            + "where f.submissionId = :submission and f.state = :received order by f.position")
    List<Received> received(long submission, SubmissionFile.State received);

    List<SubmissionFile> findBySubmissionIdOrderByPosition(long submission);

    List<SubmissionFile> findBySubmissionIdAndStateOrderByPosition(long submission, SubmissionFile.State state);

    boolean existsBySubmissionIdAndState(long submission, SubmissionFile.State state);

    /** Of who handed them in, or of a firm's authors. */
    @Query("""
            select count(f) as files, coalesce(sum(f.size), 0) as bytes from SubmissionFile f, Submission s
            where f.submissionId = s.id and s.open = true and f.state = :expected
            and (s.uploaderId = :uploader or s.authorFirmId = :firm)""")
    Awaited awaited(SubmissionFile.State expected, long uploader, long firm);

    @Query("select f.submissionId as submission, count(f) as files, sum(case when f.state = :refused then 1 else 0 end) as refused "
            + "from SubmissionFile f where f.submissionId in :submissions group by f.submissionId")
    List<Counted> counted(Collection<Long> submissions, SubmissionFile.State refused);

    long countBySubmissionId(long submission);

    Optional<SubmissionFile> findBySubmissionIdAndNameKey(long submission, String key);

    Optional<SubmissionFile> findBySubmissionIdAndPosition(long submission, int position);
}
