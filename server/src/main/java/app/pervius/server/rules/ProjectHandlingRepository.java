package app.pervius.server.rules;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface ProjectHandlingRepository extends JpaRepository<ProjectHandling, Long> {
    Optional<ProjectHandling> findByProjectId(long project);
}
