package app.pervius.server.rules;

import app.pervius.core.issue.IssuePlan;
import app.pervius.core.issue.Target;
import app.pervius.server.kinds.PlaceForm;
import app.pervius.server.refused.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Issue, as a screen fills it in.
 *
 * @param byCode for each decision code what follows
 * @param atOnce where files go that nobody reviews
 */
record IssueForm(@NotNull @Size(max = 4) List<@Valid @NotNull Follows> byCode, @Nullable @Valid PlaceForm atOnce) {

    /** What follows from a decision code. */
    record Follows(int code, @NotNull Target target) {
    }

    IssuePlan plan() {
        Map<Integer, Target> targets = new LinkedHashMap<>();
        for (Follows follows : byCode) {
            if (follows.code() < 1 || follows.code() > 4) {
                throw Refused.invalid("issue", "Decision codes are 1 to 4, not " + follows.code() + ".");
            }
            targets.put(follows.code(), follows.target());
        }
        return new IssuePlan(targets, Optional.ofNullable(atOnce).map(PlaceForm::place));
    }

    static IssueForm of(IssuePlan plan) {
        List<Follows> byCode = plan.byCode().entrySet().stream().sorted(Map.Entry.comparingByKey())
                .map(e -> new Follows(e.getKey(), e.getValue())).toList();
        return new IssueForm(byCode, plan.atOnce().map(PlaceForm::of).orElse(null));
    }
}
