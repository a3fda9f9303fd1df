package app.pervius.server.numbers;

import app.pervius.core.number.NumberState;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface LedgerRepository extends JpaRepository<LedgerEntry, Long> {
    Optional<LedgerEntry> findByProjectIdAndNumber(long project, String number);

    List<LedgerEntry> findByReservationIdOrderById(long reservation);

    @Query("""
            from LedgerEntry e where e.projectId = :project and e.schemeKey = :scheme and e.id < :before
            order by e.projectId desc, e.schemeKey desc, e.id desc""")
    List<LedgerEntry> newest(long project, String scheme, long before, Limit limit);

    /** Those in one of these states whose number has a text in it, whatever separates its parts. */
    @Query("""
            select e.id from LedgerEntry e where e.projectId = :project and e.state in :states and (0 in :firms or e.firmId in :firms)
            and locate(:bare, replace(replace(replace(replace(replace(lower(e.number), '-', ''), '_', ''), '.', ''), '/', ''), ' ', ''))
                > 0 order by e.id""")
    List<Long> found(long project, Collection<Long> firms, Collection<NumberState> states, String bare, Limit limit);

    @Query("""
            from LedgerEntry e where e.projectId = :project and e.state = :state and (0 in :firms or e.firmId in :firms) and e.id > :after
            order by e.projectId, e.state, e.id""")
    List<LedgerEntry> taken(long project, NumberState state, Collection<Long> firms, long after, Limit limit);
}
