package app.pervius.core.rules;

import app.pervius.core.project.FolderId;
import java.util.List;

/** The folders a rule stands on, held by identity: renaming or moving one breaks nothing. */
public record Where(List<Standing> places) {

    /** One folder, with or without what is below it. */
    public record Standing(FolderId folder, boolean withBelow) {
    }

    public Where {
        places = List.copyOf(places);
    }

    /** Whether the rule stands on the first folder of {@code pathUp} (the folder itself, its parent, … the root). */
    public boolean covers(List<FolderId> pathUp) {
        return places.stream().anyMatch(place ->
                place.folder().equals(pathUp.getFirst()) || place.withBelow() && pathUp.contains(place.folder()));
    }
}
