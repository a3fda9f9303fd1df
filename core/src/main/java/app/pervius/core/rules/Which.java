package app.pervius.core.rules;

import app.pervius.core.arrive.ArrivalEvent;
import java.util.List;
import java.util.Optional;

/**
 * The conditions an arrival has to meet, all of them; none takes everything that arrives. What Pervius itself places in a folder is taken
 * by
 * a rule that names that event and by no other.
 */
public record Which(List<Condition> conditions) {

    public static final Which EVERYTHING = new Which(List.of());

    public Which {
        conditions = List.copyOf(conditions);
    }

    public static Which of(Condition... conditions) {
        return new Which(List.of(conditions));
    }

    /** The first condition that is not met, in words, or empty. */
    Optional<String> unmet(ArrivalFacts arrival, ArrivalValues known) {
        if (arrival.event() == ArrivalEvent.PLACED && !asksForPlaced()) {
            return Optional.of("Pervius itself placed it there, and the rule does not ask for that");
        }
        return new Judging(arrival, known).unmet(new Condition.All(conditions));
    }

    /** Whether it asks for what Pervius itself placed, which no other takes. */
    public boolean asksForPlaced() {
        return conditions.stream().anyMatch(c -> c instanceof Condition.Came(var by) && by.contains(ArrivalEvent.PLACED));
    }
}
