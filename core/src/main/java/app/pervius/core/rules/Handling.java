package app.pervius.core.rules;

import app.pervius.core.identify.IdentifyPlan;
import app.pervius.core.issue.IssuePlan;
import app.pervius.core.number.NumberPlan;
import app.pervius.core.prepare.PreparePlan;
import app.pervius.core.review.ReviewPlan;
import app.pervius.core.tell.TellPlan;

/**
 * What happens at each station; of a project, what happens where a rule leaves a station to it.
 *
 * @param untaken what becomes of what no rule takes; said by the project alone
 */
public record Handling(IdentifyPlan identify, NumberPlan number, PreparePlan prepare, ReviewPlan review, IssuePlan issue,
        TellPlan tell, Untaken untaken) {


    /** What a project begins with: nothing is numbered or reviewed until somebody says how. */
    public static final Handling USUAL = new Handling(IdentifyPlan.USUAL, NumberPlan.NONE, PreparePlan.USUAL, ReviewPlan.NONE,
            IssuePlan.AS_PROJECT, TellPlan.ofTheAuthor(), Untaken.STOPPED);

    /** The same with another word on what no rule takes. */
    public Handling with(Untaken other) {
        return new Handling(identify, number, prepare, review, issue, tell, other);
    }
}
