package app.pervius.core.review;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * One step of a route.
 *
 * @param who who sits in it; everybody these mean, each once
 * @param needs how many of them have to answer
 * @param drawing how several answers become one
 * @param workingDays how long it may take, 1 to 250, counted from when the step begins
 * @param when the step is left out for a revision this does not hold for; always taken where empty
 * @param leads what decision codes lead to where that is not the usual: on to the next step, and from the last one to the end
 * @param chase whom Pervius reminds and when, and what happens when nobody answers
 */
public record Step(String name, Kind kind, List<Who> who, Needs needs, Drawing drawing, int workingDays, Optional<Condition> when,
        Map<Integer, Leads> leads, Chase chase) {

    /** A review prepares the decision, an approval takes it. */
    public enum Kind { REVIEW, APPROVAL }

    /** How the answers of several people become one. */
    public enum Drawing {
        /** The one with the highest digit counts: codes go from best to worst. */
        WORST,
        /** The one given most often; of two given equally often the worse. */
        MAJORITY,
        /** The lead, the first in the step, gives the one that counts once the others have answered. */
        LEAD
    }

    public Step {
        who = List.copyOf(who);
        leads = Map.copyOf(leads);
    }

    /** A step as most are: any one of some people, nothing out of the usual. */
    public static Step usual(String name, Kind kind, Who who, int workingDays) {
        return new Step(name, kind, List.of(who), new Needs.Any(), Drawing.WORST, workingDays, Optional.empty(), Map.of(), Chase.USUAL);
    }
}
