package app.pervius.server.numbers;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface CounterRepository extends JpaRepository<Counter, Long> {
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("from Counter c where c.projectId = :project and c.schemeKey = :scheme and c.combination = :combination")
    Optional<Counter> locked(long project, String scheme, String combination);

    List<Counter> findByProjectIdAndSchemeKeyOrderByCombination(long project, String scheme, Limit limit);
}
