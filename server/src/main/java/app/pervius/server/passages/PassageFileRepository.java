package app.pervius.server.passages;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface PassageFileRepository extends JpaRepository<PassageFile, Long> {
    List<PassageFile> findByPassageIdInOrderByPosition(Collection<Long> passages);
}
