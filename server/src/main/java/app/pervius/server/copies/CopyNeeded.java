package app.pervius.server.copies;

import app.pervius.core.prepare.PreparePlan;
import app.pervius.core.rules.Condition;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.Rule;
import app.pervius.core.arrive.FileFormat;
import app.pervius.server.copies.converters.Converter;
import app.pervius.server.copies.converters.Converters;
import app.pervius.server.rules.RuleFinding;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Warns of a rule that needs a readable copy of what nothing here makes one of. */
@Component
class CopyNeeded implements RuleFinding {

    private final Converters converters;

    CopyNeeded(Converters converters) {
        this.converters = converters;
    }

    /** Where a rule names no format, only what could be installed here is warned of. */
    @Override
    public List<Finding> find(long project, Rule rule, Handling handling) {
        if (!(rule instanceof HandlingRule) || handling.prepare().copy() != PreparePlan.Copy.NEEDED) {
            return List.of();
        }
        Set<String> made = endings(converters.all().stream().filter(c -> c.called().isPresent()));
        Set<String> known = endings(converters.all().stream());
        List<FileFormat> named = rule.which().conditions().stream().filter(Condition.HasFormat.class::isInstance)
                .map(Condition.HasFormat.class::cast).flatMap(c -> c.formats().stream()).distinct().toList();
        List<String> none = (named.isEmpty() ? known.stream() : named.stream().filter(f -> f != FileFormat.PDF)
                .flatMap(f -> f.endings().stream())).filter(ending -> !made.contains(ending)).sorted().toList();
        return none.isEmpty() ? List.of() : List.of(new Finding(false, "prepare", "It needs a readable copy, but nothing on this machine "
                + "makes a PDF of " + String.join(", ", none) + ": such a file is stopped unless its PDF comes with it.", mend(none)));
    }

    private static Set<String> endings(Stream<Converter> some) {
        return some.flatMap(c -> c.endings().stream()).collect(Collectors.toCollection(TreeSet::new));
    }

    private String mend(List<String> none) {
        return converters.all().stream().filter(c -> c.called().isEmpty() && c.endings().stream().anyMatch(none::contains)).findFirst()
                .map(c -> c.toInstall() + ".").orElse("Wait for its PDF, or have a program named for it when Pervius is started.");
    }
}
