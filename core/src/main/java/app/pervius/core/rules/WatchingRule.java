package app.pervius.core.rules;

import app.pervius.core.issue.Copying;
import app.pervius.core.tell.Occasion;
import app.pervius.core.tell.TellPlan;
import java.util.List;

/**
 * A rule that takes nothing and goes beside: it tells people of arrivals that fit, and of what becomes of them, and may put further copies.
 * Every one that fits does.
 */
public record WatchingRule(String name, String description, Where where, Which which, TellPlan tell, List<Copying> copies)
        implements Rule {

    public WatchingRule {
        copies = List.copyOf(copies);
    }

    /** One that only tells. */
    public WatchingRule(String name, String description, Where where, Which which, TellPlan tell) {
        this(name, description, where, which, tell, List.of());
    }

    /** The copies it puts on an occasion. */
    public List<Copying> copiesOn(Occasion occasion) {
        return copies.stream().filter(copy -> copy.occasion() == occasion).toList();
    }


    @Override
    public WatchingRule at(Where elsewhere) {
        return new WatchingRule(name, description, elsewhere, which, tell, copies);
    }
}
