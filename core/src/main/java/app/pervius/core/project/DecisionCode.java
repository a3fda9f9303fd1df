package app.pervius.core.project;

import java.util.List;
import java.util.Optional;

/**
 * One of the codes a decision can carry; the digits go from best to worst.
 *
 * @param digit 1 to 4, the key that gives it
 * @param name what the project calls it
 * @param shortText a few letters for tables and stamps, such as {@code ACC}
 * @param workMayGoOn whether the originator may go on with the work
 * @param mustComeAgain whether the next revision is expected
 * @param commentRequired whether a decision with this code needs a comment
 * @param placing where and with which status it is issued unless a rule says otherwise; back to the author where empty
 */
public record DecisionCode(int digit, String name, String shortText, boolean workMayGoOn, boolean mustComeAgain, boolean commentRequired,
        Optional<Placing> placing) {

    /** The codes a project begins with. */
    public static final List<DecisionCode> AS_SHIPPED = List.of(
            new DecisionCode(1, "accepted", "ACC", true, false, false, Optional.empty()),
            new DecisionCode(2, "accepted with comments", "ACC/C", true, false, true, Optional.empty()),
            new DecisionCode(3, "revise and resubmit", "REV", false, true, true, Optional.empty()),
            new DecisionCode(4, "rejected", "REJ", false, false, true, Optional.empty()));

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
