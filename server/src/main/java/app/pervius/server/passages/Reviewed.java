package app.pervius.server.passages;

import java.time.Instant;
import java.util.List;

/**
 * What the review of a passage has been so far.
 *
 * @param begun whether it is or was in a review
 * @param said what was said of it, in the order it was, as its author reads it
 * @param onSheet how many comments its author finds at places of the sheet
 */
public record Reviewed(boolean begun, List<Said> said, int onSheet) {

    /** Who said what a silence says. */
    public static final String NOBODY = "nobody";
    public static final Reviewed NOTHING = new Reviewed(false, List.of(), 0);

    /**
     * Something said in a step.
     *
     * @param step 0-based in its route
     * @param person says for whom, where that is another; {@link #NOBODY} where a silence said it
     */
    public record Said(int step, String stepName, String person, int code, String comment, Instant at) {
    }

    /** Knows of all passages; the feature that keeps reviews answers. */
    public interface Keeper {
        Reviewed of(long passage);
    }

    public Reviewed {
        said = List.copyOf(said);
    }

    /** A line that says what stands on the sheet; empty where nothing does. */
    public String onSheetInWords() {
        return onSheet == 0 ? "" : onSheet == 1 ? "\nOne comment stands on the sheet." : "\n" + onSheet + " comments stand on the sheet.";
    }
}
