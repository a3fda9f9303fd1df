package app.pervius.server.copies.kept;

import app.pervius.core.project.FolderId;
import app.pervius.server.folders.Folders;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** The folders of mirrored trees: which mirrors which is kept, so that they follow when folders get other names or other places. */
@Component
class MirroredTree {

    /**
     * A tree that is mirrored.
     *
     * @param root the folder below which it is mirrored
     * @param base the folder below which it is a mirror of what is there
     */
    record Tree(long root, long base) {
    }

    /**
     * A folder of the tree.
     *
     * @param deepest the nearest that is there
     * @param missing the names of those below it that are not
     */
    record Reached(long deepest, List<String> missing) {
    }

    private record Mirror(Tree tree, long folder) {
    }

    private final JdbcClient jdbc;
    private final Folders folders;

    MirroredTree(JdbcClient jdbc, Folders folders) {
        this.jdbc = jdbc;
        this.folders = folders;
    }

    /** How far the mirror of a folder is there; empty for a folder that does not lie in what is mirrored, or where the root is gone. */
    Optional<Reached> reached(Tree tree, long folder) {
        return folders.find(tree.root()).flatMap(root -> way(tree, folder)).map(way -> {
            long at = tree.root();
            List<String> missing = new ArrayList<>();
            for (Folders.FolderView its : way) {
                Optional<Long> next = missing.isEmpty() ? next(tree, at, its) : Optional.empty();
                if (next.isPresent()) {
                    at = next.get();
                } else {
                    missing.add(its.name());
                }
            }
            return new Reached(at, missing);
        });
    }

    /** The mirror of a folder, made where it is missing. */
    Optional<Long> ensured(Tree tree, long folder) {
        return folders.find(tree.root()).flatMap(root -> way(tree, folder)).map(way -> {
            long at = tree.root();
            for (Folders.FolderView its : way) {
                long parent = at;
                at = next(tree, parent, its).orElseGet(() -> folders.ensure(parent, List.of(its.name())));
                jdbc.sql("""
                        merge into mirrored_folder (root_folder, base_folder, source_folder, mirror_folder)
                        key (root_folder, base_folder, source_folder) values (?, ?, ?, ?)""")
                        .params(tree.root(), tree.base(), its.id(), at).update();
            }
            return at;
        });
    }

    /**
     * A folder got another name or another place: its mirrors do as well where they can.
     *
     * @return the trees in which none could, or in which it does not lie any more; files that lie there go one by one
     */
    List<Tree> follow(long folder) {
        List<Tree> left = new ArrayList<>();
        for (Mirror mirror : mirrors(folder)) {
            if (!follows(mirror, folders.folder(folder))) {
                jdbc.sql("delete from mirrored_folder where root_folder = ? and base_folder = ? and source_folder = ?")
                        .params(mirror.tree().root(), mirror.tree().base(), folder).update();
                left.add(mirror.tree());
            }
        }
        return left;
    }

    private boolean follows(Mirror mirror, Folders.FolderView its) {
        Optional<Folders.FolderView> there = folders.find(mirror.folder());
        Optional<Long> parent = its.parent() == null ? Optional.empty() : ensured(mirror.tree(), its.parent());
        if (there.isEmpty() || parent.isEmpty() || way(mirror.tree(), its.id()).isEmpty()) {
            return false;
        }
        Folders.FolderView now = there.get();
        boolean stays = parent.get().equals(now.parent());
        if (stays && now.name().equals(its.name())) {
            return true;
        }
        boolean free = folders.below(parent.get(), List.of(its.name())).filter(other -> other != now.id()).isEmpty();
        if (!free || mirrorsMore(now.id()) || !stays && !folders.mayMove(now.id(), parent.get())) {
            return false;
        }
        if (!now.name().equals(its.name())) {
            folders.rename(now.id(), its.name(), now.version());
        }
        if (!stays) {
            folders.move(now.id(), parent.get(), folders.folder(now.id()).version());
        }
        return true;
    }

    private Optional<Long> next(Tree tree, long parent, Folders.FolderView its) {
        return jdbc.sql("select mirror_folder from mirrored_folder where root_folder = ? and base_folder = ? and source_folder = ?")
                .params(tree.root(), tree.base(), its.id()).query(Long.class).optional().filter(id -> folders.find(id).isPresent())
                .or(() -> folders.below(parent, List.of(its.name())));
    }

    /** The folders from below the base down to one. */
    private Optional<List<Folders.FolderView>> way(Tree tree, long folder) {
        List<Folders.FolderView> way = new ArrayList<>();
        for (FolderId id : folders.pathUp(folder)) {
            if (id.value() == tree.base()) {
                return Optional.of(way);
            }
            way.addFirst(folders.folder(id.value()));
        }
        return Optional.empty();
    }

    private List<Mirror> mirrors(long folder) {
        return jdbc.sql("select root_folder, base_folder, mirror_folder from mirrored_folder where source_folder = ?").param(folder)
                .query((row, n) -> new Mirror(new Tree(row.getLong("root_folder"), row.getLong("base_folder")),
                        row.getLong("mirror_folder"))).list();
    }

    private boolean mirrorsMore(long mirror) {
        return jdbc.sql("select count(*) from mirrored_folder where mirror_folder = ?").param(mirror).query(Integer.class).single() > 1;
    }
}
