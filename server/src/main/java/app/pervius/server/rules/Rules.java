package app.pervius.server.rules;

import app.pervius.core.project.FolderId;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.RuleSheet;
import app.pervius.server.passages.Choices;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.store.Json;
import app.pervius.server.store.Remembered;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The rules in force, for the other features. */
@Service
@Transactional(readOnly = true)
public class Rules implements Choices.OfRules {

    private final RuleRepository rules;
    private final RuleEditionRepository editions;
    private final Remembered<Long, RuleSheet> sheets = new Remembered<>();
    /** Editions never change, so what was read of one stays. */
    private final Remembered<Edition, HandlingRule> read = new Remembered<>();

    private record Edition(long rule, int edition) {
    }

    Rules(RuleRepository rules, RuleEditionRepository editions) {
        this.rules = rules;
        this.editions = editions;
    }

    /** A rule as it was in one of its editions. */
    public HandlingRule edition(long rule, int edition) {
        return read.get(new Edition(rule, edition), () -> editions.findByRuleIdAndEdition(rule, edition).map(Rules::rule)
                .orElseThrow(() -> new IllegalStateException("rule " + rule + " has no edition " + edition)));
    }

    /** The project's rules that are in force and switched on, in their order. */
    public RuleSheet sheet(long project) {
        return sheets.get(project, () -> read(project));
    }

    @Override
    public Optional<PassageFacts.TakenBy> chosen(long project, long rule) {
        return sheet(project).rows().stream().filter(row -> row.ruleId() == rule).findFirst()
                .map(row -> new PassageFacts.TakenBy(row.ruleId(), row.edition(), row.rule().name()));
    }

    /** The current transaction changes a rule. */
    void changed() {
        sheets.changed();
        read.changed();
    }

    private RuleSheet read(long project) {
        Map<Long, RuleEdition> inForce = editions.inForce(project).stream().collect(Collectors.toMap(e -> e.ruleId, e -> e));
        return new RuleSheet(rules.findByProjectIdAndRemovedFalseOrderByPositionAscIdAsc(project).stream()
                .filter(r -> r.switchedOn && inForce.containsKey(r.id()))
                .map(r -> new RuleSheet.Row(r.id(), r.editionInForce, rule(inForce.get(r.id()))))
                .toList());
    }

    private static HandlingRule rule(RuleEdition edition) {
        return Json.read(edition.definition, HandlingRule.class);
    }

    /** Whether rules stand on a folder, given as itself, its parent, … up to the root. */
    public boolean intake(long project, List<FolderId> pathUp) {
        return !sheet(project).standingOn(pathUp).isEmpty();
    }
}
