package app.pervius.core.passage;

import app.pervius.core.tell.Occasion;
import java.util.Map;
import java.util.Set;

/**
 * Something that those whom a passage concerns are told: each of them once, in the first of these ways that fits.
 *
 * @param text what is said where a rule has no words of its own
 * @param known merge fields beyond those of the passage itself
 */
public record Notice(Occasion occasion, Set<Whom> whom, String text, Map<String, String> known) {

    /** Whom it concerns. */
    public enum Whom {
        AUTHOR,
        /** The author, unless the rule itself says who is told of stops. */
        AUTHOR_OF_STOP,
        /** The author, where no rule has it that could name anybody. */
        AUTHOR_WITHOUT_RULE,
        CONTROLLERS,
        /** Whom its rule and the watching rules name. */
        NAMED_BY_RULES,
        /** Whom the sender of its review has named. */
        WATCHERS
    }

    public Notice {
        whom = Set.copyOf(whom);
        known = Map.copyOf(known);
    }
}
