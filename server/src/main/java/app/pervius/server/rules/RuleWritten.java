package app.pervius.server.rules;

import app.pervius.core.rules.HandlingRule;
import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.project.Fields;
import app.pervius.core.rules.RuleSheet;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A rule as it is being edited.
 *
 * @param id absent for one that is not on the sheet yet
 * @param behind the rule such a one comes after; absent for the end of the sheet
 */
public record RuleWritten(@Nullable Long id, @Nullable Long behind, @Valid @NotNull RuleForm rule) {

    /** The id of a rule that is not on the sheet yet. */
    private static final long NEW = -1;

    /** Under which id it stands on {@link #on}. */
    public long row() {
        return id == null ? NEW : id;
    }

    /** A sheet with this rule in its place. */
    RuleSheet on(RuleSheet sheet) {
        List<RuleSheet.Row> rows = new ArrayList<>(sheet.rows());
        rows.replaceAll(row -> row.ruleId() == row() ? new RuleSheet.Row(row(), 0, rule.rule()) : row);
        if (rows.stream().noneMatch(row -> row.ruleId() == row())) {
            List<Long> ids = rows.stream().map(RuleSheet.Row::ruleId).toList();
            int at = behind == null ? -1 : ids.indexOf(behind);
            rows.add(at < 0 ? rows.size() : at + 1, new RuleSheet.Row(row(), 0, rule.rule()));
        }
        return new RuleSheet(0, sheet.project(), rows);
    }

    /** Whether its name patterns can be read, without which it cannot be tried. */
    public boolean readable(Fields nameFields) {
        return !(rule.rule() instanceof HandlingRule handling) || handling.plan().identify().stream()
                .flatMap(plan -> plan.namePatterns().stream()).allMatch(p -> Pattern.compile(p, nameFields) instanceof Compiled.Sound);
    }
}
