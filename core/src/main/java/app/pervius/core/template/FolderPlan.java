package app.pervius.core.template;

import app.pervius.core.project.InformationState;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A folder of a template, with those below it.
 *
 * @param key names it within the template for good, so that a renamed folder is known as the same
 * @param name a pattern over the project's fields, {@code package} and {@code title}
 * @param state its information state; empty: as the folder above
 * @param owner whose own folder it is
 * @param values field values that hold for everything in it
 * @param rules ids of the handling rules that stand on it
 */
public record FolderPlan(String key, String name, Optional<InformationState> state, Owner owner, Map<String, String> values,
        List<Long> rules,
        List<FolderPlan> below) {

    /** Whose own folder it is: who but controllers and reviewers may see it and drop there. */
    public enum Owner {
        /** As the folder above. */
        AS_ABOVE,
        /** The firm the package is for. */
        FIRM
    }

    public FolderPlan {
        values = Map.copyOf(values);
        rules = List.copyOf(rules);
        below = List.copyOf(below);
    }
}
