package app.pervius.server.rules;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface RuleEditionRepository extends JpaRepository<RuleEdition, Long> {
    Optional<RuleEdition> findByRuleIdAndEdition(long rule, int edition);

    List<RuleEdition> findByRuleIdIn(Collection<Long> rules);

    @Query("select coalesce(max(e.edition), 0) from RuleEdition e where e.ruleId = :rule")
    int newest(long rule);
}
