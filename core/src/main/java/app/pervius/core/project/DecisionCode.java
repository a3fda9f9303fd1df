package app.pervius.core.project;

import java.util.List;

/**
 * One of the codes a decision can carry.
 *
 * @param digit 1 to 4, the key that gives it
 * @param name what the project calls it
 * @param workMayGoOn whether the originator may go on with the work
 * @param mustComeAgain whether the next revision is expected
 * @param commentRequired whether a decision with this code needs a comment
 */
public record DecisionCode(int digit, String name, boolean workMayGoOn, boolean mustComeAgain, boolean commentRequired) {

    /** The codes a project begins with. */
    public static final List<DecisionCode> AS_SHIPPED = List.of(
            new DecisionCode(1, "accepted", true, false, false),
            new DecisionCode(2, "accepted with comments", true, false, true),
            new DecisionCode(3, "revise and resubmit", false, true, true),
            new DecisionCode(4, "rejected", false, false, true));

    public DecisionCode {
        if (digit < 1 || digit > 4) {
            throw new IllegalArgumentException("decision codes are 1 to 4, not " + digit);
        }
    }

    /** The code with this digit, among {@code codes}. */
    public static DecisionCode of(int digit, List<DecisionCode> codes) {
        return codes.stream().filter(c -> c.digit() == digit).findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no decision code " + digit));
    }
}
