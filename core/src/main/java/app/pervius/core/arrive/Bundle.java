package app.pervius.core.arrive;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;

/**
 * Files of one submission that are one revision: the same base name, different endings (source and PDF).
 *
 * @param base the name they share, as the first of them writes it
 * @param files at least one
 */
public record Bundle<F>(String base, List<F> files) {

    public Bundle {
        files = List.copyOf(files);
        if (files.isEmpty()) {
            throw new IllegalArgumentException("a revision has at least one file: " + base);
        }
    }

    /** Puts files together that belong together, in the order in which the first of each came. */
    public static <F> List<Bundle<F>> together(List<F> files, Function<F, FileName> nameOf) {
        Map<String, List<F>> byBase = new LinkedHashMap<>();
        for (F file : files) {
            byBase.computeIfAbsent(FileName.keyOf(nameOf.apply(file).base()), k -> new ArrayList<>()).add(file);
        }
        return byBase.values().stream().map(same -> new Bundle<>(nameOf.apply(same.getFirst()).base(), same)).toList();
    }
}
