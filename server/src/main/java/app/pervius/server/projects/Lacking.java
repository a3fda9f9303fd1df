package app.pervius.server.projects;

import java.util.List;

/** A feature that knows what a project lacks of what the feature looks after. */
public interface Lacking {

    /** What is lacking now; nothing once it is all there. */
    List<Lack> of(long project);
}
