package app.pervius.server.folders;

import app.pervius.core.project.InformationState;
import app.pervius.server.access.Actor;
import app.pervius.server.store.Remembered;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Who may see a folder and put files into it: those whose own it is, the reviewing side, and roles and firms it is opened to. What is
 * said of a folder holds below it too; a restricted folder is seen by those it is opened to, and no longer by everybody.
 */
@Component
class FolderAccess {

    /** A role or a firm a folder is opened to. */
    record Grant(long folder, @Nullable Long role, @Nullable Long firm, boolean mayDrop) {

        boolean matches(Actor.Membership membership) {
            return role != null && membership.roles().contains(role) || firm != null && firm == membership.firm();
        }
    }

    private final FolderGrantRepository grants;
    private final Remembered<Long, List<Grant>> remembered = new Remembered<>();

    FolderAccess(FolderGrantRepository grants) {
        this.grants = grants;
    }

    /** @param way the folder, its parent, … up to the root */
    boolean maySee(Actor actor, List<Folders.FolderView> way) {
        Folders.FolderView folder = way.getFirst();
        Actor.Membership membership = actor.memberships().get(folder.project());
        if (membership == null) {
            return false;
        }
        if (folder.firm() == null ? membership.controls() || membership.seesAll() : membership.sees(folder.firm())) {
            return true;
        }
        return openedTo(membership, way).isPresent() || folder.firm() == null && way.stream().noneMatch(Folders.FolderView::restricted);
    }

    boolean mayDrop(Actor actor, List<Folders.FolderView> way) {
        Folders.FolderView folder = way.getFirst();
        Actor.Membership membership = actor.in(folder.project());
        return folder.state() == InformationState.WORK_IN_PROGRESS && folder.parent() != null
                && (membership.controls() || folder.firm() != null && folder.firm() == membership.firm() && membership.handsIn()
                || openedTo(membership, way).filter(list -> list.stream().anyMatch(Grant::mayDrop)).isPresent());
    }

    /** Who may put files there beside controllers. */
    Folders.Droppers droppers(List<Folders.FolderView> way) {
        List<Grant> dropping = holding(way).stream().filter(Grant::mayDrop).toList();
        return new Folders.Droppers(Stream.concat(Stream.ofNullable(way.getFirst().firm()), dropping.stream().map(Grant::firm)
                .filter(Objects::nonNull)).distinct().toList(),
                dropping.stream().map(Grant::role).filter(Objects::nonNull).distinct().toList());
    }

    /** What is said of folders, those of the way from the folder up to the first restricted one. */
    List<Grant> holding(List<Folders.FolderView> way) {
        List<Grant> all = new ArrayList<>();
        for (Folders.FolderView folder : way) {
            all.addAll(of(folder.id()));
            if (folder.restricted()) {
                break;
            }
        }
        return all;
    }

    List<Grant> of(long folder) {
        return remembered.get(folder, () -> grants.findByFolderIdInOrderById(List.of(folder)).stream()
                .map(g -> new Grant(g.folderId, g.roleId, g.firmId, g.mayDrop)).toList());
    }

    /** Puts grants in the place of those a folder has. */
    void set(long folder, List<Grant> wanted) {
        remembered.changed();
        grants.deleteAll(grants.findByFolderIdInOrderById(List.of(folder)));
        grants.flush();
        wanted.forEach(g -> {
            FolderGrant row = new FolderGrant();
            row.folderId = folder;
            row.roleId = g.role();
            row.firmId = g.firm();
            row.mayDrop = g.mayDrop();
            grants.save(row);
        });
        grants.flush();
    }

    private Optional<List<Grant>> openedTo(Actor.Membership membership, List<Folders.FolderView> way) {
        List<Grant> matching = holding(way).stream().filter(g -> g.matches(membership)).toList();
        return matching.isEmpty() ? Optional.empty() : Optional.of(matching);
    }
}
