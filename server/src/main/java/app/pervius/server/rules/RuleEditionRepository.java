package app.pervius.server.rules;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface RuleEditionRepository extends JpaRepository<RuleEdition, Long> {
    Optional<RuleEdition> findByRuleIdAndEdition(long rule, int edition);

    @Query("select e from RuleEdition e, Rule r where r.projectId = :project and r.removed = false and e.ruleId = r.id and e.edition = r.editionInForce")
    List<RuleEdition> inForce(long project);
}
