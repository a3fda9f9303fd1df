package app.pervius.server.intake;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface SubmissionFileRepository extends JpaRepository<SubmissionFile, Long> {
    List<SubmissionFile> findBySubmissionIdOrderByPosition(long submission);

    Optional<SubmissionFile> findBySubmissionIdAndPosition(long submission, int position);
}
