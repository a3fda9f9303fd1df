package app.pervius.core.project;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The fields of a project, in the order people set them up; keys are unique. */
public final class Fields {

    private final Map<String, Field> byKey = new LinkedHashMap<>();

    public Fields(List<Field> fields) {
        for (Field field : fields) {
            if (byKey.put(field.key(), field) != null) {
                throw new IllegalArgumentException("two fields are called " + field.key());
            }
        }
    }

    public Optional<Field> find(String key) {
        return Optional.ofNullable(byKey.get(key));
    }

    public List<Field> all() {
        return List.copyOf(byKey.values());
    }

    /** These fields and {@code more}, which win where a key stands in both. */
    public Fields with(List<Field> more) {
        Map<String, Field> merged = new LinkedHashMap<>(byKey);
        more.forEach(f -> merged.put(f.key(), f));
        return new Fields(new ArrayList<>(merged.values()));
    }

    /** The label of a field, or its key if the project has no such field. */
    public String label(String key) {
        return find(key).map(Field::label).orElse(key);
    }
}
