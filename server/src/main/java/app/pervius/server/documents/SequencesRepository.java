package app.pervius.server.documents;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface SequencesRepository extends JpaRepository<SequencesEdition, Long> {
    Optional<SequencesEdition> findByProjectIdAndInForceTrue(long project);

    List<SequencesEdition> findByProjectIdOrderByEditionDesc(long project);
}
