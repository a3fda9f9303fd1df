package app.pervius.server.numbers;

import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;

interface CounterRepository extends JpaRepository<Counter, Long> {
    Optional<Counter> findByProjectIdAndSchemeKeyAndCombination(long project, String scheme, String combination);

    List<Counter> findByProjectIdAndSchemeKeyOrderByCombination(long project, String scheme, Limit limit);
}
