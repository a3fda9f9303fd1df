package app.pervius.server.folders;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface FolderGrantRepository extends JpaRepository<FolderGrant, Long> {
    List<FolderGrant> findByFolderIdInOrderById(Collection<Long> folders);
}
