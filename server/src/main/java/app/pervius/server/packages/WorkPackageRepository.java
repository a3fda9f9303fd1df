package app.pervius.server.packages;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface WorkPackageRepository extends JpaRepository<WorkPackage, Long> {
    List<WorkPackage> findByProjectIdOrderByCode(long project);

    List<WorkPackage> findByProjectIdAndTemplateKeyOrderByCode(long project, String template);

    boolean existsByProjectIdAndCode(long project, String code);

    /** One, held until the end of the transaction. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("from WorkPackage p where p.id = :id")
    Optional<WorkPackage> held(long id);
}
