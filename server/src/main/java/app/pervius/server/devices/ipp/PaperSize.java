package app.pervius.server.devices.ipp;

import app.pervius.core.issue.Release;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A size of paper.
 *
 * @param key its self-describing name (PWG 5101.1), such as {@code iso_a3_297x420mm}
 * @param name what people call it
 * @param widthMm the shorter side, in whole millimetres
 * @param heightMm the longer side, in whole millimetres
 */
public record PaperSize(String key, String name, int widthMm, int heightMm) {

    private static final Pattern SELF_DESCRIBING = Pattern.compile("[a-z]+_[a-z0-9.-]+_([0-9.]{1,9})x([0-9.]{1,9})(mm|in)");
    private static final double MM_OF_AN_INCH = 25.4;
    /** By how much a page may differ from the paper it is put on: drawings are plotted to the millimetre, not closer. */
    private static final int TOLERANCE_MM = 3;

    /** The size a name describes; empty where it describes none, or a span of sizes. */
    public static Optional<PaperSize> of(String key) {
        Matcher its = SELF_DESCRIBING.matcher(key);
        if (!its.matches() || key.startsWith("custom_max") || key.startsWith("custom_min") || key.startsWith("roll_")) {
            return Optional.empty();
        }
        try {
            double unit = its.group(3).equals("in") ? MM_OF_AN_INCH : 1;
            int a = (int) Math.round(Double.parseDouble(its.group(1)) * unit);
            int b = (int) Math.round(Double.parseDouble(its.group(2)) * unit);
            return Optional.of(new PaperSize(key, Release.How.sizeOf(key), Math.min(a, b), Math.max(a, b)));
        } catch (NumberFormatException e) {
            return Optional.empty();
        }
    }

    /** Whether a page of this size, in millimetres, either way round, is put on it as it is. */
    public boolean fits(int oneSide, int otherSide) {
        return Math.abs(Math.min(oneSide, otherSide) - widthMm) <= TOLERANCE_MM
                && Math.abs(Math.max(oneSide, otherSide) - heightMm) <= TOLERANCE_MM;
    }
}
