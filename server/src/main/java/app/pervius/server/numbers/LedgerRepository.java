package app.pervius.server.numbers;

import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface LedgerRepository extends JpaRepository<LedgerEntry, Long> {
    boolean existsByProjectIdAndNumber(long project, String number);

    @Query("""
            from LedgerEntry e where e.projectId = :project and e.schemeKey = :scheme and e.id < :before
            order by e.id desc""")
    List<LedgerEntry> newest(long project, String scheme, long before, Limit limit);
}
