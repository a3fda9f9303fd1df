package app.pervius.bench;

import java.util.Locale;

/**
 * One figure and what it is held against.
 *
 * @param what what was measured, with its unit
 * @param ours ours, in that unit
 * @param floor the floor taken in the same run, or a fixed limit
 * @param target ours divided by the floor should be at least this, or at most, as {@code atLeast} says; 0 where nothing is asked of it
 */
record Measure(String letter, String what, double ours, String floorIs, double floor, boolean atLeast, double target) {

    static Measure atLeast(String letter, String what, double ours, String floorIs, double floor, double target) {
        return new Measure(letter, what, ours, floorIs, floor, true, target);
    }

    static Measure atMost(String letter, String what, double ours, String floorIs, double floor, double target) {
        return new Measure(letter, what, ours, floorIs, floor, false, target);
    }

    /** Held against a fixed limit. */
    static Measure within(String letter, String what, double ours, double limit) {
        return new Measure(letter, what, ours, "limit", limit, false, 1);
    }

    /** One that nothing is asked of, told beside others. */
    static Measure noted(String letter, String what, double ours, String floorIs, double floor) {
        return new Measure(letter, what, ours, floorIs, floor, true, 0);
    }

    double ratio() {
        return ours / floor;
    }

    boolean met() {
        return atLeast ? ratio() >= target : ratio() <= target;
    }

    static String header() {
        return "| | what | ours | floor | ratio | target | met |\n|---|---|---:|---:|---:|---|---|";
    }

    String row() {
        String asked = target == 0 ? "none | " : String.format(Locale.ROOT, "%s %.1f | %s", atLeast ? "at least" : "at most", target,
                met() ? "yes" : "**no**");
        return String.format(Locale.ROOT, "| %s | %s | %s | %s (%s) | %.2f | %s |", letter, what, number(ours), number(floor), floorIs,
                ratio(), asked);
    }

    private static String number(double value) {
        return String.format(Locale.ROOT, value >= 100 ? "%.0f" : "%.2f", value);
    }
}
