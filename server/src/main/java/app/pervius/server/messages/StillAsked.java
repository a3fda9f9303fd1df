package app.pervius.server.messages;

import java.util.Collection;
import java.util.Set;

/** Knows whose decision is asked for now; the feature in which people decide answers. */
public interface StillAsked {

    /**
     * @param people who they are in their projects
     * @return those of the passages that wait for a decision, and not only for others after one of these people has given his
     */
    Set<Long> of(Collection<Long> passages, Collection<Long> people);
}
