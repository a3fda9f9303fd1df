package app.pervius.server.intake;

import app.pervius.core.project.Field;
import app.pervius.core.project.FieldValues;
import app.pervius.server.refused.Refused;
import app.pervius.server.projects.Projects;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Values people give for fields along with files. */
@Component
public class GivenFields {

    private final Projects projects;

    GivenFields(Projects projects) {
        this.projects = projects;
    }

    /** The values, without empty ones; refused where the project has no such field, or the field does not take the value. */
    public FieldValues check(long project, @Nullable Map<String, String> given) {
        Map<String, String> values = new HashMap<>();
        (given == null ? Map.<String, String>of() : given).forEach((key, value) -> {
            Field field = projects.settings(project).fields().find(key)
                    .orElseThrow(() -> Refused.invalid(key, "The project has no field “" + key + "”."));
            if (!value.isBlank() && !field.takes(value)) {
                throw Refused.invalid(key, "“" + field.label() + "” takes " + field.expectation() + ", not “" + value + "”.");
            }
            if (!value.isBlank()) {
                values.put(key, value);
            }
        });
        return new FieldValues(values);
    }
}
