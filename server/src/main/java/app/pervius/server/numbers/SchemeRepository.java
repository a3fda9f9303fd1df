package app.pervius.server.numbers;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface SchemeRepository extends JpaRepository<SchemeEdition, Long> {
    Optional<SchemeEdition> findByProjectIdAndSchemeKeyAndInForceTrue(long project, String key);

    List<SchemeEdition> findByProjectIdAndSchemeKeyOrderByEditionDesc(long project, String key);

    List<SchemeEdition> findByProjectIdAndInForceTrueOrderBySchemeKey(long project);
}
