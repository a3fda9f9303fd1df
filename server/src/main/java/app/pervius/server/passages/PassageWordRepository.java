package app.pervius.server.passages;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface PassageWordRepository extends JpaRepository<PassageWord, Long> {
    List<PassageWord> findByPassageId(long passage);
}
