package app.pervius.server.intake;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface SubmissionFileRepository extends JpaRepository<SubmissionFile, Long> {
    List<SubmissionFile> findBySubmissionIdOrderByPosition(long submission);

    /** How many files are announced and have not come yet, and how many bytes they have: of who handed them in, or of a firm's authors. */
    @Query("""
            select count(f), coalesce(sum(f.size), 0) from SubmissionFile f, Submission s where f.submissionId = s.id and s.open = true and f.state = :expected
            and (s.uploaderId = :uploader or s.authorFirmId = :firm)""")
    List<Object[]> awaited(SubmissionFile.State expected, long uploader, long firm);

    Optional<SubmissionFile> findBySubmissionIdAndPosition(long submission, int position);
}
