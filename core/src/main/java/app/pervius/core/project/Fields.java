package app.pervius.core.project;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;

/** The fields of a project, in the order people set them up; keys are unique. */
public final class Fields {

    /** More is worked out over one set of fields only by mistake. */
    private static final int MOST_REMEMBERED = 2_000;

    private final Map<String, Field> byKey = new LinkedHashMap<>();
    private final Map<Object, Object> remembered = new ConcurrentHashMap<>();
    private final Map<String, String> always;

    public Fields(List<Field> fields) {
        this(fields, Map.of());
    }

    /** @param always what fields say that say the same of everything, by their keys, such as the project's code */
    public Fields(List<Field> fields, Map<String, String> always) {
        this.always = Map.copyOf(always);
        for (Field field : fields) {
            if (byKey.put(field.key(), field) != null) {
                throw new IllegalArgumentException("two fields are called " + field.key());
            }
        }
    }

    public Optional<Field> find(String key) {
        return Optional.ofNullable(byKey.get(key));
    }

    /** What a field says of everything, if it always says the same. */
    public Optional<String> always(String key) {
        return Optional.ofNullable(always.get(key));
    }

    public List<Field> all() {
        return List.copyOf(byKey.values());
    }

    /** These fields and {@code more}, which win where a key stands in both. */
    public Fields with(List<Field> more) {
        Map<String, Field> merged = new LinkedHashMap<>(byKey);
        more.forEach(f -> merged.put(f.key(), f));
        return new Fields(new ArrayList<>(merged.values()), always);
    }

    /** These fields and those of {@code more} whose keys are not among them. */
    public Fields orElse(List<Field> more) {
        return with(more.stream().filter(field -> !byKey.containsKey(field.key())).toList());
    }

    /**
     * What was worked out over these fields before under this key, such as a compiled pattern, or else what {@code make} gives
     * now; kept as long as the fields are. Values must be immutable. Safe for use by several threads.
     */
    public <T> T remember(Object key, Class<T> type, Supplier<T> make) {
        Object known = remembered.get(key);
        if (known == null) {
            known = make.get();
            if (remembered.size() < MOST_REMEMBERED) {
                remembered.put(key, known);
            }
        }
        return type.cast(known);
    }

    /** The label of a field, or its key if the project has no such field. */
    public String label(String key) {
        return find(key).map(Field::label).orElse(key);
    }
}
