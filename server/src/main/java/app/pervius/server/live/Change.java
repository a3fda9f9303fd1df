package app.pervius.server.live;

import java.util.Collection;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Something has changed.
 *
 * @param project 0 for what belongs to no project
 * @param ownerFirm only people who may see what is this firm's are told; everybody in the project if absent
 * @param topic what sort of thing
 * @param id of the folder, the submission, the review …; of the person, of what came for somebody
 * @param folder where it lies, for what lies in a folder: who looks at another one need not ask again; 0 where that is not said
 * @param whose people who have to do with it themselves; absent where that is not said
 */
public record Change(long project, @Nullable Long ownerFirm, Live.Topic topic, long id, long folder, @Nullable Set<Long> whose) {

    public Change(long project, @Nullable Long ownerFirm, Live.Topic topic, long id) {
        this(project, ownerFirm, topic, id, 0, null);
    }

    /** The same, in a folder. */
    public Change in(long itsFolder) {
        return new Change(project, ownerFirm, topic, id, itsFolder, whose);
    }

    /** The same, of some people's own. */
    public Change of(Collection<Long> people) {
        return new Change(project, ownerFirm, topic, id, folder, Set.copyOf(people));
    }
}
