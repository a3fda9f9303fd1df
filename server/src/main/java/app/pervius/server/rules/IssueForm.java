package app.pervius.server.rules;

import app.pervius.core.issue.IssuePlan;
import app.pervius.core.issue.Release;
import app.pervius.core.issue.Target;
import app.pervius.server.kinds.HowForm;
import app.pervius.server.kinds.PlaceForm;
import app.pervius.server.refused.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * Issue, as a screen fills it in.
 *
 * @param byCode for each decision code what follows
 * @param atOnce where files go that nobody reviews
 * @param releases to which devices files are released; none where absent
 */
record IssueForm(@NotNull @Size(max = 4) List<@Valid @NotNull Follows> byCode, @Nullable @Valid PlaceForm atOnce,
        @Nullable @Size(max = 20) List<@Valid @NotNull ReleaseTo> releases) {

    /**
     * A device that is released to.
     *
     * @param after the decision codes it follows from; none where nobody reviews
     */
    record ReleaseTo(@NotBlank @Size(max = 60) String device, @NotNull @Size(max = 4) Set<@NotNull @Min(1) @Max(4) Integer> after,
            @NotNull @Valid HowForm how) {
    }

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
        return new IssuePlan(targets, Optional.ofNullable(atOnce).map(PlaceForm::place), releases == null ? List.of()
                : releases.stream().map(to -> new Release(to.device().strip(), to.after(), to.how().how())).toList());
    }

    static IssueForm of(IssuePlan plan) {
        List<Follows> byCode = plan.byCode().entrySet().stream().sorted(Map.Entry.comparingByKey())
                .map(e -> new Follows(e.getKey(), e.getValue())).toList();
        return new IssueForm(byCode, plan.atOnce().map(PlaceForm::of).orElse(null), plan.releases().stream()
                .map(release -> new ReleaseTo(release.device(), new TreeSet<>(release.after()), HowForm.of(release.how()))).toList());
    }
}
