package app.pervius.server.projects;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface ProjectRepository extends JpaRepository<Project, Long> {
    List<Project> findByIdInOrderByCode(Collection<Long> ids);

    boolean existsByCode(String code);
}
