package app.pervius.server.rules;

import app.pervius.core.identify.Identify;
import app.pervius.core.project.FirmId;
import app.pervius.core.project.FolderId;
import app.pervius.core.project.PersonId;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.Parties;
import app.pervius.core.rules.Rule;
import app.pervius.core.rules.RuleSheet;
import app.pervius.core.rules.check.CheckFacts;
import app.pervius.core.rules.check.SheetCheck;
import app.pervius.core.rules.check.SheetFinding;
import app.pervius.server.folders.Folders;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** The check of a rule sheet: every rule by itself, and all against each other. */
@Component
class SheetFindings {

    private final List<RuleFinding> checks;
    private final Folders folders;
    private final People people;
    private final Projects projects;

    SheetFindings(List<RuleFinding> checks, Folders folders, People people, Projects projects) {
        this.checks = checks;
        this.folders = folders;
        this.people = people;
        this.projects = projects;
    }

    /** What was found, by rule; a rule without findings has an empty list. */
    record Found(Map<Long, List<RuleFinding.Finding>> byRule) {

        List<RuleFinding.Finding> of(long rule) {
            return byRule.getOrDefault(rule, List.of());
        }

        /** The sentences of the errors, by rule; only rules that have any. */
        Map<Long, List<String>> errors() {
            Map<Long, List<String>> errors = new LinkedHashMap<>();
            byRule.forEach((rule, findings) -> {
                List<String> sentences = findings.stream().filter(RuleFinding.Finding::error).map(RuleFinding.Finding::sentence).toList();
                if (!sentences.isEmpty()) {
                    errors.put(rule, sentences);
                }
            });
            return errors;
        }
    }

    Found of(long project, RuleSheet sheet) {
        Map<Long, List<RuleFinding.Finding>> found = new LinkedHashMap<>();
        sheet.rows().forEach(row -> found.put(row.ruleId(), new ArrayList<>(alone(project, row.rule(), sheet.project()))));
        SheetCheck.of(facts(project, sheet)).forEach(f -> Objects.requireNonNull(found.get(f.rule())).add(new RuleFinding.Finding(f.error(),
                f.kind() == SheetFinding.Kind.LOOP ? "issue" : "which", f.sentence(), f.mend(), f.above().orElse(null))));
        // What keeps it from being put in force is read first.
        found.values().forEach(its -> its.sort(Comparator.comparing(RuleFinding.Finding::error).reversed()));
        return new Found(found);
    }

    private List<RuleFinding.Finding> alone(long project, Rule rule, Handling ofProject) {
        Handling handling = rule instanceof HandlingRule own ? own.plan().over(ofProject) : ofProject;
        return checks.stream().flatMap(check -> check.find(project, rule, handling).stream()).toList();
    }

    private CheckFacts facts(long project, RuleSheet sheet) {
        List<CheckFacts.Node> nodes = folders.all(project).stream()
                .map(f -> new CheckFacts.Node(new FolderId(f.id()), Optional.ofNullable(f.parent()).map(FolderId::new), f.path())).toList();
        List<Parties.Party> parties = people.membersOf(project).stream().filter(People.PersonView::active).map(p ->
                new Parties.Party(new PersonId(p.id()), new FirmId(p.firmId()), people.rolesOf(project, p.id()),
                        p.name() + " (" + p.firmName() + ")")).toList();
        return new CheckFacts(sheet, nodes, parties, Identify.nameFields(projects.settings(project).fields()));
    }
}
