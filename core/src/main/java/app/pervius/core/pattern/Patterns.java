package app.pervius.core.pattern;

import java.util.List;

/** Several patterns for one text: the first that fits reads it, and if none does, the one that came furthest explains. */
public record Patterns(List<Pattern> inOrder) {

    /** What came of reading, and with which of them. */
    public record ReadBy(Pattern by, Reading reading) {
    }

    public Patterns {
        inOrder = List.copyOf(inOrder);
        if (inOrder.isEmpty()) {
            throw new IllegalArgumentException("no pattern to read with");
        }
    }

    public ReadBy read(String text) {
        ReadBy furthest = null;
        int place = -1;
        for (Pattern pattern : inOrder) {
            switch (pattern.read(text)) {
                case Reading.Fits fits -> {
                    return new ReadBy(pattern, fits);
                }
                case Reading.Misfit misfit -> {
                    if (misfit.position() > place) {
                        place = misfit.position();
                        furthest = new ReadBy(pattern, misfit);
                    }
                }
            }
        }
        return java.util.Objects.requireNonNull(furthest);
    }
}
