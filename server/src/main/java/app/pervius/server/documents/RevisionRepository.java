package app.pervius.server.documents;

import app.pervius.core.project.InformationState;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface RevisionRepository extends JpaRepository<Revision, Long> {
    List<Revision> findByDocumentIdOrderById(long document);

    List<Revision> findByDocumentIdInOrderById(Collection<Long> documents);

    int countByDocumentIdAndCode(long document, String code);

    Optional<Revision> findByPassageId(long passage);

    boolean existsByDocumentIdAndOnItsWayTrue(long document);

    @Query("from Revision r where r.documentId = :document and r.currentIn = :state")
    Optional<Revision> current(long document, InformationState state);
}
