package app.pervius.core.rules;

/** A rule that takes an arrival: where it stands, what it takes, and what happens at each station. */
public record HandlingRule(String name, String description, Where where, Which which, Plan plan) implements Rule {

    @Override
    public HandlingRule at(Where elsewhere) {
        return new HandlingRule(name, description, elsewhere, which, plan);
    }
}
