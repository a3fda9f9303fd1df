package app.pervius.server.numbers;

import app.pervius.core.number.Scheme;
import app.pervius.core.number.Source;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.Rule;
import app.pervius.server.projects.Projects;
import app.pervius.server.rules.RuleFinding;
import app.pervius.server.rules.arriving.FilledFields;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Whether what a rule takes can be numbered: its scheme, the fields it needs, and how full its counters are. */
@Component
class SchemeFinding implements RuleFinding {

    /** Counters that have given so much of what they can are about to run out. */
    private static final double NEARLY = 0.9;
    private static final int MOST_DIGITS = 15;

    private final Schemes schemes;
    private final FilledFields filled;
    private final Projects projects;
    private final Counters counters;

    SchemeFinding(Schemes schemes, FilledFields filled, Projects projects, Counters counters) {
        this.schemes = schemes;
        this.filled = filled;
        this.projects = projects;
        this.counters = counters;
    }

    @Override
    public List<Finding> find(long project, Rule rule, Handling handling) {
        if (!(rule instanceof HandlingRule) || handling.number().scheme().isEmpty()) {
            return List.of();
        }
        List<Finding> found = new ArrayList<>();
        schemes.inForce(project, handling.number().scheme().get()).ifPresentOrElse(scheme -> {
            if (scheme.of() != Scheme.Of.DOCUMENTS) {
                found.add(new Finding(true, "number", "Scheme “" + scheme.name() + "” does not number documents.",
                        "Choose one that does."));
            } else {
                unfilled(project, rule, handling, scheme, found);
                nearlyFull(project, scheme, found);
            }
        }, () -> found.add(new Finding(true, "number", "Its number scheme does not exist any more.", "Choose another.")));
        return found;
    }

    private void nearlyFull(long project, Scheme scheme, List<Finding> found) {
        scheme.sound(projects.settings(project).fields()).pieces().stream()
                .filter(p -> p.field().filter(Scheme.COUNTER::equals).isPresent()).findFirst().ifPresent(counter -> {
            long last = (long) Math.pow(10, Math.min(counter.most(), MOST_DIGITS)) - 1;
            counters.from(project, scheme.key(), (long) (last * NEARLY))
                    .forEach((combination, next) -> found.add(new Finding(false, "number", "The counter "
                    + combination + " of scheme “" + scheme.name() + "” is about to run out: it gives " + next + " next, and " + last
                    + " is its last.",
                    "Give the counter more digits in the scheme before it is full.")));
        });
    }

    /** Fields the scheme needs that neither name, folder, author nor form fills. */
    private void unfilled(long project, Rule rule, Handling handling, Scheme scheme, List<Finding> found) {
        Set<String> needed = new HashSet<>(scheme.countsPer());
        needed.addAll(scheme.sound(projects.settings(project).fields()).fieldKeys());
        needed.removeAll(Set.of(Scheme.COUNTER, Scheme.TODAY));
        scheme.sources().stream().map(Source::key).forEach(needed::remove);
        filled.unfilled(project, rule, handling, needed).forEach(u ->
                found.add(new Finding(false, "number", "Scheme “" + scheme.name() + "” needs “" + u.field()
                + "”, which nothing fills for files in “" + u.folder() + "”.",
                "Read it out of the name, ask for it, or set it on the folder.")));
    }
}
