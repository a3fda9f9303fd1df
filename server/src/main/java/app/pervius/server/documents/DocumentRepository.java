package app.pervius.server.documents;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface DocumentRepository extends JpaRepository<Document, Long> {
    Optional<Document> findByProjectIdAndNumber(long project, String number);

    @Query("from Document d where d.projectId = :project and (0 in :firms or d.originatorId in :firms) and d.id < :before order by "
            + "d.projectId desc, d.id desc")
    List<Document> newest(long project, Collection<Long> firms, long before, Limit limit);

    /** Those that no revision has come for yet. */
    @Query("""
            from Document d where d.projectId = :project and (0 in :firms or d.originatorId in :firms) and d.id < :before and d.voided is
                null
            and not exists (select 1 from Revision r where r.documentId = d.id) and not exists (select 1 from FolderFile f where
                f.documentId = d.id) order by d.projectId desc, d.id desc""")
    List<Document> notCome(long project, Collection<Long> firms, long before, Limit limit);
}
