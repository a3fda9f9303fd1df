package app.pervius.core.passage;

/** The way of one revision through Pervius. */
public record PassageId(long value) implements Comparable<PassageId> {
    @Override
    public int compareTo(PassageId other) {
        return Long.compare(value, other.value);
    }
}
