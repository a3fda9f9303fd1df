package app.pervius.server.rules;

import app.pervius.core.project.FolderId;
import app.pervius.core.rules.Condition;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.Rule;
import app.pervius.core.rules.WatchingRule;
import app.pervius.core.rules.Where;
import app.pervius.core.rules.Which;
import app.pervius.core.tell.TellPlan;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;

/**
 * A rule as a screen fills it in. A draft may be half done; what is missing is said by the check.
 *
 * @param stations what a handling rule says of each station; of a watching rule only what it tells
 * @param copies further copies a watching rule puts; none of a handling rule
 */
public record RuleForm(@NotNull Kind kind, @NotNull @Size(max = 200) String name, @NotNull @Size(max = 2000) String description,
        @NotNull @Size(max = 200) List<@Valid @NotNull RulePlace> places, @NotNull @Size(max = 50) List<@NotNull Condition> conditions,
        @NotNull @Valid HandlingForm stations, @NotNull @Size(max = CopyingForm.MOST) List<@Valid @NotNull CopyingForm> copies) {

    /** What a rule does: it takes the file, or goes beside. */
    enum Kind { HANDLING, WATCHING }

    /** A folder the rule stands on. */
    record RulePlace(long folder, boolean withBelow) {
    }

    Rule rule() {
        Where where = new Where(places.stream().map(p -> new Where.Standing(new FolderId(p.folder()), p.withBelow())).toList());
        Which which = new Which(conditions);
        return switch (kind) {
            case HANDLING -> new HandlingRule(name.strip(), description.strip(), where, which, stations.plan());
            case WATCHING -> new WatchingRule(name.strip(), description.strip(), where, which, stations.plan().tell()
                    .orElse(TellPlan.NOBODY), copies.stream().map(CopyingForm::copying).toList());
        };
    }

    static RuleForm of(Rule rule) {
        List<RulePlace> places = rule.where().places().stream().map(p -> new RulePlace(p.folder().value(), p.withBelow())).toList();
        List<Condition> conditions = rule.which().conditions();
        return switch (rule) {
            case HandlingRule handling -> new RuleForm(Kind.HANDLING, rule.name(), rule.description(), places, conditions,
                    HandlingForm.of(handling.plan()), List.of());
            case WatchingRule watching -> new RuleForm(Kind.WATCHING, rule.name(), rule.description(), places, conditions,
                    new HandlingForm(null, null, null, null, null, TellForm.of(watching.tell()), null),
                    watching.copies().stream().map(CopyingForm::of).toList());
        };
    }
}
