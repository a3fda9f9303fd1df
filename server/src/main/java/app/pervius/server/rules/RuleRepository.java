package app.pervius.server.rules;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface RuleRepository extends JpaRepository<RuleRow, Long> {
    List<RuleRow> findByProjectIdAndRemovedFalseOrderByPositionAscIdAsc(long project);
}
