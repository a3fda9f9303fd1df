package app.pervius.server.folders;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface FolderRepository extends JpaRepository<Folder, Long> {
    List<Folder> findByProjectIdOrderById(long project);

    long countByParentId(long parent);
}
