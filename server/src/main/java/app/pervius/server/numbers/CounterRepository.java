package app.pervius.server.numbers;

import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;

interface CounterRepository extends JpaRepository<Counter, Long> {
    List<Counter> findByProjectIdAndSchemeKeyOrderByCombination(long project, String scheme, Limit limit);
}
