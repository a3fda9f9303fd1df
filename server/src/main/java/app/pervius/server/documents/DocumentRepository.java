package app.pervius.server.documents;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface DocumentRepository extends JpaRepository<Document, Long> {
    Optional<Document> findByProjectIdAndNumber(long project, String number);
}
