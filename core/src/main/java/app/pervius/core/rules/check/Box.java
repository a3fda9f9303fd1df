package app.pervius.core.rules.check;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A set of arrivals that is a product: for each aspect it says something of, which values of the aspect belong to it. Immutable by use:
 * nobody changes a set once it is in a box.
 */
record Box(Map<Aspect, BitSet> says) {

    static final Box EVERYTHING = new Box(Map.of());

    /** This and {@code other} at once; empty where nothing is in both. */
    Optional<Box> and(Box other) {
        Map<Aspect, BitSet> both = new LinkedHashMap<>(says);
        for (Map.Entry<Aspect, BitSet> e : other.says.entrySet()) {
            BitSet before = both.get(e.getKey());
            BitSet now = (BitSet) e.getValue().clone();
            if (before != null) {
                now.and(before);
            }
            if (now.isEmpty()) {
                return Optional.empty();
            }
            both.put(e.getKey(), now);
        }
        return Optional.of(new Box(both));
    }

    static Optional<Box> of(Aspect aspect, BitSet values) {
        return values.isEmpty() ? Optional.empty() : Optional.of(new Box(Map.of(aspect, values)));
    }

    /** What is in this and not in {@code other}, as boxes that have nothing in common. */
    List<Box> minus(Box other) {
        if (and(other).isEmpty()) {
            return List.of(this);
        }
        List<Box> left = new ArrayList<>();
        Box inside = this;
        for (Map.Entry<Aspect, BitSet> e : other.says.entrySet()) {
            BitSet out = e.getKey().all();
            out.andNot(e.getValue());
            Box rest = inside;
            of(e.getKey(), out).flatMap(rest::and).ifPresent(left::add);
            inside = inside.and(new Box(Map.of(e.getKey(), e.getValue()))).orElseThrow();
        }
        return left;
    }

    BitSet of(Aspect aspect) {
        BitSet said = says.get(aspect);
        return said == null ? aspect.all() : said;
    }
}
