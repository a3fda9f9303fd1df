package app.pervius.core.template;

import java.util.Optional;

/**
 * A folder that is to be.
 *
 * @param plan what the template says of it
 * @param above the key of the folder it lies in; empty for the uppermost
 * @param name the name its pattern gives
 */
public record Planned(FolderPlan plan, Optional<String> above, String name) {
}
