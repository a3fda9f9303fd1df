package app.pervius.server.folders;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface FolderRepository extends JpaRepository<Folder, Long> {
    List<Folder> findByProjectIdOrderById(long project);

    long countByParentId(long parent);

    boolean existsByParentIdAndNameKey(long parent, String key);

    Optional<Folder> findByParentIdAndNameKey(long parent, String key);

    /** The top of a project's tree, locked, so that two who move folders at once do not move them into each other. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("from Folder f where f.projectId = :project and f.parentId is null")
    Folder lockedRoot(long project);

    @Query("select f.name from Folder f where f.projectId = :project and f.fieldValues like :like escape '\\' order by f.id")
    List<String> withValues(long project, String like, Limit limit);
}
