package app.pervius.server.kinds;

import app.pervius.core.issue.IssuePlan;
import app.pervius.core.issue.Target.Manner;
import app.pervius.core.issue.Target.WhenTaken;
import app.pervius.core.issue.Target;
import app.pervius.core.project.FolderId;
import app.pervius.server.http.Misfit;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Where files are placed, as a screen fills it in. */
public record PlaceForm(@NotNull @Valid IntoForm into, @NotNull @Size(max = 20) String status, @NotNull Manner manner,
        @NotNull WhenTaken whenTaken, @NotNull @Size(max = 50) List<@Valid @NotNull FieldSet> sets,
        @NotNull @Size(max = 20) List<@Valid @NotNull IntoForm> copies) {

    /** A folder, a path pattern below it and a pattern for names. */
    public record IntoForm(long folder, @NotNull @Size(max = 500) String path, @NotNull @Size(max = 500) String name) {
        public Target.Into into() {
            return new Target.Into(new FolderId(folder), path.strip(), name.strip().isEmpty() ? IssuePlan.USUAL_NAME : name.strip());
        }

        public static IntoForm of(Target.Into into) {
            return new IntoForm(into.folder().value(), into.path(), into.name());
        }

        private boolean fits() {
            return path != null && path.length() <= 500 && name != null && name.length() <= 500;
        }
    }

    /** A field that gets a value. */
    public record FieldSet(@NotNull @Size(max = 60) String field, @NotNull @Size(max = 200) String value) {
        private boolean fits() {
            return field != null && field.length() <= 60 && value != null && value.length() <= 200;
        }
    }

    public Target.Place place() {
        Map<String, String> values = new LinkedHashMap<>();
        sets.forEach(s -> values.put(s.field(), s.value().strip()));
        return new Target.Place(into.into(), status.strip(), manner, whenTaken, values, copies.stream().map(IntoForm::into).toList());
    }

    public static PlaceForm of(Target.Place p) {
        return new PlaceForm(IntoForm.of(p.into()), p.statusCode(), p.manner(), p.whenTaken(),
                p.sets().entrySet().stream().map(e -> new FieldSet(e.getKey(), e.getValue())).toList(),
                p.copies().stream().map(IntoForm::of).toList());
    }

    /** The same, refused where it is not within its bounds: it is read as a part of something else, which nobody looks into. */
    PlaceForm fitting() {
        boolean whole = into != null && status != null && manner != null && whenTaken != null && sets != null && copies != null;
        if (!whole || !into.fits() || status.length() > 20 || sets.size() > 50 || copies.size() > 20
                || !sets.stream().allMatch(set -> set != null && set.fits()) || !copies.stream()
                .allMatch(copy -> copy != null && copy.fits())) {
            throw new Misfit("issue",
                    "A place takes a folder with a path and a name of at most 500 characters, a status code, what happens to taken "
                    + "names, at most 50 fields and 20 copies.");
        }
        return this;
    }
}
