package app.pervius.server.rules;

import app.pervius.core.rules.Handling;
import app.pervius.core.rules.Rule;
import app.pervius.server.refused.Refused;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** A project begins with a rule sheet. */
@Service
@Transactional(propagation = Propagation.MANDATORY)
public class SheetBeginning {

    private final RuleDesk desk;
    private final Rules rules;
    private final SheetFindings findings;

    SheetBeginning(RuleDesk desk, Rules rules, SheetFindings findings) {
        this.desk = desk;
        this.rules = rules;
        this.findings = findings;
    }

    /** Puts a sheet in force in a project that has none; refused where the check finds an error in it. */
    public void begin(long project, Handling says, List<Rule> all, long by) {
        desk.sayForProject(project, says, by);
        all.forEach(rule -> desk.addInForce(project, rule, by));
        Map<Long, List<String>> errors = findings.of(project, rules.sheet(project)).errors();
        if (!errors.isEmpty()) {
            throw Refused.conflict("rule-faulty", "Its rules cannot be put in force: " + String.join(" ", errors.values().stream()
                    .flatMap(List::stream).toList()));
        }
    }
}
