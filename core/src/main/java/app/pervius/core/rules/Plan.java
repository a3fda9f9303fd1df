package app.pervius.core.rules;

import app.pervius.core.identify.IdentifyPlan;
import app.pervius.core.issue.IssuePlan;
import app.pervius.core.number.NumberPlan;
import app.pervius.core.prepare.PreparePlan;
import app.pervius.core.review.ReviewPlan;
import app.pervius.core.tell.TellPlan;
import java.util.Optional;

/** What a handling rule says of each station; a station it says nothing of is left to the project. */
public record Plan(Optional<IdentifyPlan> identify, Optional<NumberPlan> number, Optional<PreparePlan> prepare,
        Optional<ReviewPlan> review, Optional<IssuePlan> issue, Optional<TellPlan> tell) {

    /** Everything is left to the project. */
    public static final Plan AS_PROJECT = new Plan(Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty(),
            Optional.empty(), Optional.empty());

    /** A plan that leaves nothing to the project. */
    public static Plan all(IdentifyPlan identify, NumberPlan number, PreparePlan prepare, ReviewPlan review, IssuePlan issue,
            TellPlan tell) {
        return new Plan(Optional.of(identify), Optional.of(number), Optional.of(prepare), Optional.of(review), Optional.of(issue),
                Optional.of(tell));
    }

    /** What happens, with the project's word where this leaves it to the project. */
    public Handling over(Handling project) {
        return new Handling(identify.orElse(project.identify()), number.orElse(project.number()),
                prepare.orElse(project.prepare()), review.orElse(project.review()),
                issue.orElse(project.issue()), tell.orElse(project.tell()), project.untaken());
    }

    /** Everything a project says, said by the plan itself. */
    public static Plan all(Handling says) {
        return all(says.identify(), says.number(), says.prepare(), says.review(), says.issue(), says.tell());
    }
}
