package app.pervius.server.intake;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface SubmissionFileRepository extends JpaRepository<SubmissionFile, Long> {
    List<SubmissionFile> findBySubmissionIdOrderByPosition(long submission);

    /** How many files are announced and have not come yet, and how many bytes they have: of who handed them in, or of a firm's authors. */
    @Query("""
            select count(f), coalesce(sum(f.size), 0) from SubmissionFile f, Submission s where f.submissionId = s.id and s.open = true
                and f.state = :expected
            and (s.uploaderId = :uploader or s.authorFirmId = :firm)""")
    List<Object[]> awaited(SubmissionFile.State expected, long uploader, long firm);

    /** For each of these submissions its id, how many files it has, and how many of them were refused. */
    @Query("select f.submissionId, count(f), sum(case when f.state = :refused then 1 else 0 end) from SubmissionFile f where "
            + "f.submissionId in :submissions group by f.submissionId")
    List<Object[]> counted(Collection<Long> submissions, SubmissionFile.State refused);

    Optional<SubmissionFile> findBySubmissionIdAndPosition(long submission, int position);
}
