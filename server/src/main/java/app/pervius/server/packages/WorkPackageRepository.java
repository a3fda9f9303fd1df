package app.pervius.server.packages;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface WorkPackageRepository extends JpaRepository<WorkPackage, Long> {
    List<WorkPackage> findByProjectIdOrderByCode(long project);

    List<WorkPackage> findByProjectIdAndTemplateKeyOrderByCode(long project, String template);

    boolean existsByProjectIdAndCode(long project, String code);
}
