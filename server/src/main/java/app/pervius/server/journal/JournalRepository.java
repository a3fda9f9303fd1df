package app.pervius.server.journal;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface JournalRepository extends JpaRepository<JournalEntry, Long> {
    @Query("from JournalEntry e where e.passageId = :passage order by e.seq desc limit 1")
    Optional<JournalEntry> last(long passage);

    List<JournalEntry> findByPassageIdOrderBySeq(long passage);
}
