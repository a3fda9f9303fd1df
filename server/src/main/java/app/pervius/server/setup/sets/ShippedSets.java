package app.pervius.server.setup.sets;

import app.pervius.server.textfiles.TextFile;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/** The starting sets that come with Pervius. */
@Component
public class ShippedSets {

    /** Drawings and documents of several firms, numbered, reviewed and approved. */
    public static final String DESIGN = "design";

    private static final List<String> KEYS = List.of(DESIGN, "site", "approve");

    private final Map<String, StartingSet> sets = new LinkedHashMap<>();

    ShippedSets() {
        for (String key : KEYS) {
            switch (StartingSetReader.read(text(key))) {
                case TextFile.Read.Sound<StartingSet>(StartingSet set) -> sets.put(key, set);
                case TextFile.Read.Wrong<StartingSet>(var faults) -> throw new IllegalStateException(key + ": " + faults);
            }
        }
    }

    private static String text(String key) {
        try {
            return new ClassPathResource("starting-sets/" + key + ".yaml").getContentAsString(StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** By their keys, in the order in which they are offered. */
    public Map<String, StartingSet> all() {
        return java.util.Collections.unmodifiableMap(sets);
    }

    public Optional<StartingSet> find(String key) {
        return Optional.ofNullable(sets.get(key));
    }
}
