package app.pervius.server.numbers;

import app.pervius.core.rules.HandlingRule;
import app.pervius.server.rules.RuleFinding;
import java.util.List;
import org.springframework.stereotype.Component;

@Component
class SchemeFinding implements RuleFinding {

    private final Schemes schemes;

    SchemeFinding(Schemes schemes) {
        this.schemes = schemes;
    }

    @Override
    public List<Finding> find(long project, HandlingRule rule) {
        if (rule.scheme().isEmpty()) {
            return List.of(new Finding(true, "number", "It names no number scheme."));
        }
        return schemes.inForce(project, rule.scheme().get()).isPresent() ? List.of()
                : List.of(new Finding(true, "number", "Its number scheme does not exist any more."));
    }
}
