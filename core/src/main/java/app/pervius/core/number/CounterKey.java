package app.pervius.core.number;

/**
 * One counter: a scheme and the combination of field values it counts for. Ordered, so that several are always locked
 * in one order.
 */
public record CounterKey(String scheme, String combination) implements Comparable<CounterKey> {
    @Override
    public int compareTo(CounterKey other) {
        int byScheme = scheme.compareTo(other.scheme);
        return byScheme != 0 ? byScheme : combination.compareTo(other.combination);
    }
}
