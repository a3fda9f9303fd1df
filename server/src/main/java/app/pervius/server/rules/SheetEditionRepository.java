package app.pervius.server.rules;

import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;

interface SheetEditionRepository extends JpaRepository<SheetEdition, Long> {
    Optional<SheetEdition> findFirstByProjectIdOrderByEditionDesc(long project);

    Optional<SheetEdition> findByProjectIdAndEdition(long project, int edition);

    List<SheetEdition> findByProjectIdOrderByEditionDesc(long project, Limit limit);
}
