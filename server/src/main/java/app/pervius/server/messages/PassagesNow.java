package app.pervius.server.messages;

import java.util.Collection;
import java.util.Map;

/** Knows how passages and files stand when a message about them is written; the feature that keeps files answers. */
public interface PassagesNow {

    /**
     * @param folder the one it came in, with its path
     * @param firm the author's: who may not see its work is told of nothing but what was issued
     * @param gone whether it was taken out again since
     */
    record Now(long folder, String path, long firm, boolean gone) {
    }

    Map<Long, Now> now(Collection<Long> passages);

    /** The same of files that are only kept; {@code firm} is who added them. */
    Map<Long, Now> files(Collection<Long> files);
}
