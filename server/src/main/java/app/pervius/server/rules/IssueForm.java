package app.pervius.server.rules;

import app.pervius.core.issue.IssuePlan;
import app.pervius.core.issue.Target;
import app.pervius.core.project.FolderId;
import app.pervius.server.http.Problem;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
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

    /** What follows from a decision code: what the project says of it, or back to the author, or a place. */
    record Follows(int code, boolean asProject, boolean back, @Nullable @Valid PlaceForm place) {
    }

    /** A folder, a path pattern below it and a pattern for names. */
    record IntoForm(long folder, @NotNull @Size(max = 500) String path, @NotNull @Size(max = 500) String name) {
        Target.Into into() {
            return new Target.Into(new FolderId(folder), path.strip(), name.strip().isEmpty() ? IssuePlan.USUAL_NAME : name.strip());
        }

        static IntoForm of(Target.Into into) {
            return new IntoForm(into.folder().value(), into.path(), into.name());
        }
    }

    /** A field that gets a value. */
    record FieldSet(@NotNull @Size(max = 60) String field, @NotNull @Size(max = 200) String value) {
    }

    /** Where files are placed. */
    record PlaceForm(@NotNull @Valid IntoForm into, @NotNull @Size(max = 20) String status, Target.@NotNull Manner manner,
            Target.@NotNull WhenTaken whenTaken,
            @NotNull @Size(max = 50) List<@Valid @NotNull FieldSet> sets, @NotNull @Size(max = 20) List<@Valid @NotNull IntoForm> copies) {
        Target.Place place() {
            Map<String, String> values = new LinkedHashMap<>();
            sets.forEach(s -> values.put(s.field(), s.value().strip()));
            return new Target.Place(into.into(), status.strip(), manner, whenTaken, values, copies.stream().map(IntoForm::into).toList());
        }

        static PlaceForm of(Target.Place p) {
            return new PlaceForm(IntoForm.of(p.into()), p.statusCode(), p.manner(), p.whenTaken(),
                    p.sets().entrySet().stream().map(e -> new FieldSet(e.getKey(), e.getValue())).toList(), p.copies().stream()
                    .map(IntoForm::of).toList());
        }
    }

    IssuePlan plan() {
        Map<Integer, Target> targets = new LinkedHashMap<>();
        for (Follows follows : byCode) {
            if (follows.code() < 1 || follows.code() > 4) {
                throw Problem.invalid("issue", "Decision codes are 1 to 4, not " + follows.code() + ".");
            }
            if (follows.asProject()) {
                targets.put(follows.code(), new Target.AsProject());
            } else if (follows.back()) {
                targets.put(follows.code(), new Target.BackToAuthor());
            } else if (follows.place() != null) {
                targets.put(follows.code(), follows.place().place());
            }
        }
        return new IssuePlan(targets, Optional.ofNullable(atOnce).map(PlaceForm::place));
    }

    static IssueForm of(IssuePlan plan) {
        List<Follows> byCode = new ArrayList<>();
        plan.byCode().entrySet().stream().sorted(Map.Entry.comparingByKey()).forEach(e -> byCode.add(switch (e.getValue()) {
            case Target.AsProject() -> new Follows(e.getKey(), true, false, null);
            case Target.BackToAuthor() -> new Follows(e.getKey(), false, true, null);
            case Target.Place place -> new Follows(e.getKey(), false, false, PlaceForm.of(place));
        }));
        return new IssueForm(byCode, plan.atOnce().map(PlaceForm::of).orElse(null));
    }
}
