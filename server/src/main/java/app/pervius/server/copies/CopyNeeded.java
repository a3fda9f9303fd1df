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
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Warns of a rule that needs a readable copy of what nothing here makes one of. */
@Component
class CopyNeeded implements RuleFinding {

    private static final Set<FileFormat> ALWAYS = Set.of(FileFormat.PDF, FileFormat.IMAGE, FileFormat.TEXT);

    private final Converters converters;

    CopyNeeded(Converters converters) {
        this.converters = converters;
    }

    @Override
    public List<Finding> find(long project, Rule rule, Handling handling) {
        if (!(rule instanceof HandlingRule) || handling.prepare().copy() != PreparePlan.Copy.NEEDED) {
            return List.of();
        }
        List<FileFormat> taken = rule.which().conditions().stream().filter(Condition.HasFormat.class::isInstance)
                .map(Condition.HasFormat.class::cast).flatMap(c -> c.formats().stream()).distinct().toList();
        List<Finding> found = new ArrayList<>();
        List<FileFormat> none = taken.stream().filter(f -> !ALWAYS.contains(f) && endings().stream().noneMatch(e -> f == FileFormat
                .of(new app.pervius.core.arrive.FileName("x." + e)))).toList();
        if (!none.isEmpty()) {
            found.add(new Finding(false, "prepare", "It needs a readable copy, but nothing on this machine makes a PDF of a "
                    + none.stream().map(FileFormat::label).collect(Collectors.joining(" or a "))
                    + ": such a file is stopped unless its PDF comes with it.",
                    missing().isEmpty() ? "Wait for its PDF, or have a converter set up." : missing()));
        }
        return found;
    }

    private List<String> endings() {
        return converters.all().stream().filter(c -> c.called().isPresent()).flatMap(c -> c.endings().stream()).toList();
    }

    private String missing() {
        return converters.all().stream().filter(c -> c.called().isEmpty()).map(Converter::toInstall).findFirst().orElse("");
    }
}
