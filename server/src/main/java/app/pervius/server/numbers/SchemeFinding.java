package app.pervius.server.numbers;

import app.pervius.core.number.Scheme;
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
        return schemes.inForce(project, rule.scheme().get())
                .map(scheme -> scheme.of() == Scheme.Of.DOCUMENTS ? List.<Finding>of()
                        : List.of(new Finding(true, "number", "Scheme “" + scheme.name() + "” does not number documents.")))
                .orElseGet(() -> List.of(new Finding(true, "number", "Its number scheme does not exist any more.")));
    }
}
