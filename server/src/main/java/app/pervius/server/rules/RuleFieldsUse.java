package app.pervius.server.rules;

import app.pervius.core.identify.Identify;
import app.pervius.core.issue.Copying;
import app.pervius.core.issue.Issuing;
import app.pervius.core.issue.Target;
import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.PathPattern;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.project.Fields;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.RuleSheet;
import app.pervius.core.rules.WatchingRule;
import app.pervius.server.projects.FieldsUse;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;

/** Rules in force need the fields their patterns name, and the status codes they issue with. */
@Component
class RuleFieldsUse implements FieldsUse {

    private final Rules rules;

    RuleFieldsUse(Rules rules) {
        this.rules = rules;
    }

    @Override
    public List<String> against(long project, Fields next) {
        List<String> found = new ArrayList<>();
        RuleSheet sheet = rules.sheet(project);
        for (RuleSheet.Row row : sheet.rows()) {
            if (row.rule() instanceof HandlingRule rule) {
                Handling handling = sheet.handling(rule);
                handling.identify().namePatterns().forEach(text -> check(row, "name pattern",
                        Pattern.compile(text, Identify.nameFields(next)), found));
                for (Target.Into into : handling.issue().destinations()) {
                    if (PathPattern.compile(into.path(), Issuing.nameFields(next)) instanceof PathPattern.CompiledPath.Faulty(var faults)) {
                        found.add("Rule “" + row.rule().name() + "” would not work: the path of what is placed, " + faults.getFirst()
                                .message() + ".");
                    }
                    check(row, "name of placed files", Pattern.compile(into.name(), Issuing.nameFields(next)), found);
                }
            } else if (row.rule() instanceof WatchingRule rule) {
                for (Copying copying : rule.copies()) {
                    if (Copying.check(copying.into().path(), next) instanceof PathPattern.CompiledPath.Faulty(var faults)) {
                        found.add("Rule “" + rule.name() + "” would not work: the path of a copy, " + faults.getFirst().message() + ".");
                    }
                    check(row, "name of a copy", Pattern.compile(copying.into().name(), Copying.nameFields(next)), found);
                }
            }
        }
        return found.stream().distinct().toList();
    }

    private static void check(RuleSheet.Row row, String what, Compiled compiled, List<String> found) {
        if (compiled instanceof Compiled.Faulty(var faults)) {
            found.add("Rule “" + row.rule().name() + "” would not work: the " + what + ", " + faults.getFirst().message() + ".");
        }
    }

    @Override
    public List<String> having(long project, String field, String code) {
        if (!field.equals("status")) {
            return List.of();
        }
        RuleSheet sheet = rules.sheet(project);
        return sheet.rows().stream().filter(row -> row.rule() instanceof HandlingRule rule
                && sheet.handling(rule).issue().places().stream().anyMatch(place -> place.statusCode().equals(code)))
                .map(row -> "rule “" + row.rule().name() + "”").toList();
    }
}
