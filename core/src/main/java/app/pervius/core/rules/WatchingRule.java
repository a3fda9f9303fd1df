package app.pervius.core.rules;

import app.pervius.core.tell.TellPlan;

/** A rule that takes nothing and only tells people: of arrivals that fit, and of what becomes of them. Every one that fits speaks. */
public record WatchingRule(String name, String description, Where where, Which which, TellPlan tell) implements Rule {

    @Override
    public WatchingRule at(Where elsewhere) {
        return new WatchingRule(name, description, elsewhere, which, tell);
    }
}
