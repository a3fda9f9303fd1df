package app.pervius.server.rules;

import app.pervius.core.project.FolderId;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.RuleSheet;
import app.pervius.server.store.Json;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The rules in force, for the other features. */
@Service
@Transactional(readOnly = true)
public class Rules {

    private final RuleRepository rules;
    private final RuleEditionRepository editions;
    /** Editions never change, so each is read from its text once. */
    private final Map<Long, HandlingRule> read = new ConcurrentHashMap<>();

    Rules(RuleRepository rules, RuleEditionRepository editions) {
        this.rules = rules;
        this.editions = editions;
    }

    /** A rule as it was in one of its editions. */
    public HandlingRule edition(long rule, int edition) {
        return editions.findByRuleIdAndEdition(rule, edition).map(this::rule)
                .orElseThrow(() -> new IllegalStateException("rule " + rule + " has no edition " + edition));
    }

    /** The project's rules that are in force and switched on, in their order. */
    public RuleSheet sheet(long project) {
        Map<Long, RuleEdition> inForce = editions.inForce(project).stream().collect(Collectors.toMap(e -> e.ruleId, e -> e));
        return new RuleSheet(rules.findByProjectIdAndRemovedFalseOrderByPositionAscIdAsc(project).stream()
                .filter(r -> r.switchedOn && inForce.containsKey(r.id()))
                .map(r -> new RuleSheet.Row(r.id(), r.editionInForce, rule(inForce.get(r.id()))))
                .toList());
    }

    private HandlingRule rule(RuleEdition edition) {
        return read.computeIfAbsent(edition.id(), id -> Json.read(edition.definition, HandlingRule.class));
    }

    /** Whether rules stand on a folder, given as itself, its parent, … up to the root. */
    public boolean intake(long project, List<FolderId> pathUp) {
        return !sheet(project).standingOn(pathUp).isEmpty();
    }
}
