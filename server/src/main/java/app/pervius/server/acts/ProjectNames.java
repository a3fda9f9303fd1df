package app.pervius.server.acts;

import java.util.Map;

/** What all projects are called; the feature that keeps projects answers. */
public interface ProjectNames {

    /** By the project's id, in the order in which people look for them. */
    Map<Long, String> all();
}
