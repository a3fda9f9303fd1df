package app.pervius.core.project;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/** Values of fields by key; empty values are not kept, so a key that is present has something in it. */
public record FieldValues(Map<String, String> byKey) {

    public static final FieldValues NONE = new FieldValues(Map.of());

    public FieldValues {
        Map<String, String> kept = new LinkedHashMap<>();
        byKey.forEach((key, value) -> {
            if (!value.isBlank()) {
                kept.put(key, value);
            }
        });
        byKey = java.util.Collections.unmodifiableMap(kept);
    }

    public Optional<String> get(String key) {
        return Optional.ofNullable(byKey.get(key));
    }

    public FieldValues with(String key, String value) {
        return with(new FieldValues(Map.of(key, value)));
    }

    /** These values, overridden by {@code stronger} where both have one. */
    public FieldValues with(FieldValues stronger) {
        Map<String, String> merged = new LinkedHashMap<>(byKey);
        merged.putAll(stronger.byKey);
        return new FieldValues(merged);
    }
}
