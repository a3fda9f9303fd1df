package app.pervius.core.issue;

import app.pervius.core.project.FolderId;
import java.util.List;

/**
 * Where something is placed.
 *
 * @param folder a folder that exists
 * @param below names of folders below it, from above to below, which are made where they are missing
 */
public record Spot(FolderId folder, List<String> below) {
    public Spot {
        below = List.copyOf(below);
    }
}
