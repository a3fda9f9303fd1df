package app.pervius.server.rules;

import app.pervius.core.rules.HandlingRule;
import app.pervius.server.projects.Lack;
import app.pervius.server.projects.Lacking;
import java.util.List;
import org.springframework.stereotype.Component;

/** Whether anything that arrives is handled. */
@Component
class RuleLacking implements Lacking {

    private final Rules rules;

    RuleLacking(Rules rules) {
        this.rules = rules;
    }

    @Override
    public List<Lack> of(long project) {
        return rules.sheet(project).rows().stream().anyMatch(row -> row.rule() instanceof HandlingRule) ? List.of()
                : List.of(new Lack(Lack.What.RULE,
                        "No folder has a rule that handles what arrives: it is kept where it lies, without number "
                + "or review.", "/rules"));
    }
}
