package app.pervius.server.messages;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface UsualWordsRepository extends JpaRepository<UsualWords, Long> {
    List<UsualWords> findByProjectIdOrderById(long project);
}
