package app.pervius.server.folders;

import app.pervius.core.project.FolderId;
import app.pervius.server.access.Actor;
import app.pervius.server.store.Remembered;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Who looks after folders, and so may keep the rules that stand only there; it holds for what is below a folder too. */
@Service
@Transactional(readOnly = true)
public class Keepers {

    private final JdbcClient jdbc;
    private final Folders folders;
    private final Remembered<Long, Set<Long>> remembered = new Remembered<>();

    Keepers(JdbcClient jdbc, Folders folders) {
        this.jdbc = jdbc;
        this.folders = folders;
    }

    /** The people named for a folder itself. */
    Set<Long> of(long folder) {
        return remembered.get(folder, () -> Set.copyOf(jdbc.sql("select person_id from folder_keeper where folder_id = ?").param(folder)
                .query(Long.class).list()));
    }

    @Transactional
    void set(long folder, Collection<Long> people) {
        remembered.changed();
        jdbc.sql("delete from folder_keeper where folder_id = ?").param(folder).update();
        people.stream().distinct().forEach(person -> jdbc.sql("insert into folder_keeper (folder_id, person_id) values (?, ?)")
                .params(folder, person).update());
    }

    /** Whether somebody looks after a folder or one above it. */
    public boolean keeps(Actor actor, FolderId folder) {
        return folders.pathUp(folder.value()).stream().anyMatch(id -> of(id.value()).stream().anyMatch(actor::is));
    }

    /** The folders of a project somebody looks after, those below included. */
    public List<Long> keptBy(Actor actor, long project) {
        return folders.all(project).stream().map(Folders.FolderView::id).filter(id -> keeps(actor, new FolderId(id))).toList();
    }
}
