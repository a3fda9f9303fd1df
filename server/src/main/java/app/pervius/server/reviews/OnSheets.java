package app.pervius.server.reviews;

import java.util.Collection;
import java.util.Map;

/** Knows what was said at places of a revision's sheets; the feature that keeps comments answers. */
public interface OnSheets {

    /** How many comments of the reviewing side its author reads once they are released. */
    int released(long passage);

    /**
     * How many comments are open, on each of these revisions or carried over to it, before whose closing a decision as good as this code
     * is not given; those without any are left out.
     */
    Map<Long, Integer> neededBefore(long project, Collection<Long> passages, int code);
}
