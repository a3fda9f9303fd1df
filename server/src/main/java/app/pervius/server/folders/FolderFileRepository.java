package app.pervius.server.folders;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface FolderFileRepository extends JpaRepository<FolderFile, Long> {
    int countByFolderIdInAndPresentTrue(Collection<Long> folders);

    // Ordered as the index is: planned while the table is empty, H2 would take the index of the folder alone and keep to it.
    @Query("from FolderFile f where f.folderId = :folder and f.nameKey = :key order by f.folderId desc, f.nameKey desc, f.versionNumber "
            + "desc limit 1")
    Optional<FolderFile> newest(long folder, String key);

    @Query("""
            from FolderFile f where f.folderId = :folder and f.present = true
            and (f.sortKey > :afterKey or f.sortKey = :afterKey and f.id > :afterId) order by f.folderId, f.present, f.sortKey, f.id""")
    List<FolderFile> present(long folder, String afterKey, long afterId, Limit limit);

    @Query("from FolderFile f where f.folderId in :folders and f.present = true and locate(:text, f.nameKey) > 0 order by f.sortKey, f.id")
    List<FolderFile> named(Collection<Long> folders, String text, Limit limit);

    @Query("from FolderFile f where f.folderId in :folders and f.present = true and f.passageId is null and f.revisionId is null order "
            + "by f.folderId, f.id")
    List<FolderFile> neverOnAPassage(Collection<Long> folders, Limit limit);

    @Query("""
            from FolderFile f where f.folderId in :folders and f.present = true and f.passageId is null and f.revisionId is null and
                f.documentId is null
            and locate(:text, f.nameKey) > 0 order by f.folderId, f.sortKey, f.id""")
    List<FolderFile> onlyKept(Collection<Long> folders, String text, Limit limit);

    @Query("from FolderFile f where f.folderId = :folder and f.movedTo > 0 and f.present = false order by f.folderId desc, "
            + "f.movedTo desc")
    List<FolderFile> left(long folder, Limit limit);

    long countByFolderId(long folder);

    List<FolderFile> findByRevisionIdOrderById(long revision);

    List<FolderFile> findByRevisionIdAndPresentTrueOrderById(long revision);
}
