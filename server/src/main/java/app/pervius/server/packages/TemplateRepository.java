package app.pervius.server.packages;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface TemplateRepository extends JpaRepository<TemplateEdition, Long> {
    Optional<TemplateEdition> findByProjectIdAndTemplateKeyAndInForceTrue(long project, String key);

    List<TemplateEdition> findByProjectIdAndInForceTrueOrderByTemplateKey(long project);
}
