package app.pervius.server.rules;

import app.pervius.core.issue.Target;
import app.pervius.core.project.FolderId;
import app.pervius.core.rules.HandlingRule;
import app.pervius.server.folders.FolderUse;
import app.pervius.server.folders.Folders;
import app.pervius.server.store.Json;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Rules that stand on a folder or issue into it, in force or as a draft. */
@Component
class RuleFolderUse implements FolderUse {

    private final RuleRepository rules;
    private final RuleEditionRepository editions;

    RuleFolderUse(RuleRepository rules, RuleEditionRepository editions) {
        this.rules = rules;
        this.editions = editions;
    }

    @Override
    public List<String> needs(Folders.FolderView folder) {
        FolderId id = new FolderId(folder.id());
        Map<Long, String> inForce = editions.inForce(folder.project()).stream().collect(Collectors.toMap(e -> e.ruleId, e -> e.definition));
        return rules.findByProjectIdAndRemovedFalseOrderByPositionAscIdAsc(folder.project()).stream()
                .flatMap(rule -> Stream.of(inForce.get(rule.id()), rule.draft).filter(Objects::nonNull))
                .map(definition -> Json.read(definition, HandlingRule.class)).flatMap(rule -> needs(rule, id)).distinct().toList();
    }

    private static Stream<String> needs(HandlingRule rule, FolderId id) {
        boolean stands = rule.where().places().stream().anyMatch(place -> place.folder().equals(id));
        boolean issues = rule.issue().byCode().values().stream().anyMatch(target -> target instanceof Target.Place place && place.folder().equals(id));
        return Stream.concat(stands ? Stream.of("The rule “" + rule.name() + "” stands on it.") : Stream.empty(),
                issues ? Stream.of("The rule “" + rule.name() + "” places files in it.") : Stream.empty());
    }
}
